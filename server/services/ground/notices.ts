import { EventEmitter } from 'node:events'

/** What happened to a sitting, for whoever looks on. Details are read where they are kept. */
export interface Notice {
  sittingId: string
  assignmentId: string
  personId: string
  what: 'changed' | 'message' | 'ended' | 'at-the-door' | 'given'
}

/** Whom a notice is about. */
export function about({
  id,
  assignmentId,
  personId,
}: {
  id: string
  assignmentId: string
  personId: string
}): Omit<Notice, 'what'> {
  return { sittingId: id, assignmentId, personId }
}

/** Somebody to whom a paper was given and who doesn’t sit it. */
export const aboutShare = (assignmentId: string, personId: string): Omit<Notice, 'what'> => ({
  sittingId: '',
  assignmentId,
  personId,
})

/** Tells open pages, benches and rooms alike, that there is something new. In this process alone. */
export function noticeBoard() {
  const emitter = new EventEmitter().setMaxListeners(0)
  const subscribe = (name: string, listener: (notice: Notice) => void): (() => void) => {
    emitter.on(name, listener)
    return () => emitter.off(name, listener)
  }
  return {
    tell(notice: Notice): void {
      emitter.emit(notice.sittingId, notice)
      emitter.emit('any', notice)
    },
    onSitting: (sittingId: string, listener: (notice: Notice) => void) => subscribe(sittingId, listener),
    onAny: (listener: (notice: Notice) => void) => subscribe('any', listener),
  }
}
export type NoticeBoard = ReturnType<typeof noticeBoard>
