import { RateLimiterMemory } from 'rate-limiter-flexible'
import type { MessageView } from '../../../core/wire/sitting'
import { messagesIn } from '../../db/messages'
import type { Person } from '../../db/people'
import type { Context } from '../ground/context'
import type { LiveSittings } from '../sitting/live-sittings'
import { about } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import { notFound, Problem } from '../ground/problem'
import { messageViewOf, referenceOf } from '../sitting/sitting-view'

/** Messages from a bench to its room. */
export function messageService({ db, now, newId }: Context, live: LiveSittings, notices: NoticeBoard) {
  const many = new RateLimiterMemory({ points: 10, duration: 120 })
  return {
    async send(person: Person, sittingId: string, text: string, taskId: string | null): Promise<MessageView> {
      const one = await live.find(sittingId)
      if (!one || one.sitting.personId !== person.id) throw notFound('sitting')
      if (one.sitting.state !== 'running') throw new Problem(409, 'sitting-ended', 'This sitting has ended.')
      await many.consume(sittingId).catch(() => {
        throw new Problem(
          429,
          'too-many-messages',
          'You have written much in a short time. Wait for an answer, or raise your hand.',
          undefined,
          60,
        )
      })
      const place = one.plan.tasks.findIndex(({ task }) => task.id === taskId)
      const message = {
        id: newId(),
        sittingId,
        personId: person.id,
        side: 'trainee' as const,
        reference: place < 0 ? '' : referenceOf(sittingId, place),
        text,
        at: now(),
      }
      await messagesIn(db).add(message)
      notices.tell({ ...about(one.sitting), what: 'changed' })
      return messageViewOf(message, new Map([[person.id, person]]), person.id)
    },
  }
}
