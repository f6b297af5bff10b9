import { isPaused } from '../../../core/sitting/clock'
import { RATE, secondsOf, soundIn, waveOf } from '../../../core/ground/sound/wave'
import type { PieceQuery, RecordingsView } from '../../../core/wire/recordings'
import { recordingsIn } from '../../db/recordings'
import type { Recording } from '../../db/recordings'
import type { Person } from '../../db/people'
import type { Context } from '../ground/context'
import { mayDo } from '../ground/permissions'
import { notFound, Problem } from '../ground/problem'
import { deadlineAt } from './ending'
import type { SittingWriter } from './ending'
import type { LiveSitting, LiveSittings } from './live-sittings'

/** A recording may run over by so much: what is in the last piece when its time is up. */
const OVER_SECONDS = 2

/** What trainees say in answers that are spoken: taken in pieces while a sitting runs, heard by markers afterwards. */
export function recordingService(
  { db, now }: Context,
  { live, writer }: { live: LiveSittings; writer: SittingWriter },
) {
  const recordings = recordingsIn(db)

  function allowedIn({ plan }: LiveSitting, taskId: string, stepId: string): { seconds: number; recordings: number } {
    const task = plan.task(taskId)
    const allowed = task?.tool.recording?.allowed(task.start, stepId)
    if (!allowed) throw notFound('question')
    return allowed
  }

  function refuse(one: LiveSitting, seat: string | undefined, at: string): void {
    if (one.sitting.state !== 'running') throw new Problem(409, 'sitting-ended', 'This sitting has ended.')
    if (isPaused(one.state.clock, at))
      throw new Problem(409, 'paused', 'The clock stands. What was said is kept on this device and sent when it runs.')
    if (one.state.seat !== null && one.state.seat !== seat)
      throw new Problem(409, 'taken-over', 'This sitting goes on in another tab or on another device.')
  }

  /** Whether one more can be begun. */
  function refuseNew(one: LiveSitting, all: readonly Recording[], { task, step }: PieceQuery, at: string): void {
    const progress = one.state.tasks.find(({ id }) => id === task)?.steps.find(({ id }) => id === step)
    if (progress?.status !== 'open' || at >= deadlineAt(one, at))
      throw new Problem(409, 'closed', 'This question is closed. Nothing more can be recorded for it.')
    const { recordings: most } = allowedIn(one, task, step)
    if (all.filter(({ taskId, stepId }) => taskId === task && stepId === step).length >= most)
      throw new Problem(409, 'enough-recordings', `${most} can be recorded here, and ${most} were.`)
  }

  return {
    /**
     * Takes one piece, which is read once it is clear whose sitting it is. What has been taken already is left as it
     * is; a gap is refused.
     */
    async add(person: Person, id: string, query: PieceQuery, read: () => Promise<Buffer>): Promise<void> {
      const own = await live.find(id)
      if (own?.sitting.personId !== person.id) throw notFound('sitting')
      allowedIn(own, query.task, query.step)
      const sound = soundIn(await read())
      if (!sound)
        throw new Problem(415, 'no-sound', 'This is no sound of the kind that is taken here. Nothing of it was taken.')
      await live.with(id, async one => {
        if (one?.sitting.personId !== person.id) throw notFound('sitting')
        const at = now()
        await writer.endIfOver(one, at)
        const { seconds } = allowedIn(one, query.task, query.step)
        refuse(one, query.seat, at)
        const all = await recordings.of(id)
        const found = all.find(recording => recording.id === query.recording)
        if (found && (found.taskId !== query.task || found.stepId !== query.step)) throw notFound('recording')
        if (found && query.number < found.pieces) return
        if (query.number !== (found?.pieces ?? 0))
          throw new Problem(422, 'gap', 'A piece before this one is missing. Nothing of it was taken.')
        if ((found?.bytes ?? 0) + sound.length > (seconds + OVER_SECONDS) * RATE)
          throw new Problem(413, 'too-long', `A recording may have ${seconds} seconds here. The rest was not taken.`)
        if (!found) {
          refuseNew(one, all, query, at)
          await recordings.begin(id, { id: query.recording, taskId: query.task, stepId: query.step }, at)
        }
        await recordings.add(id, query.recording, query.number, Buffer.from(sound))
      })
    },

    async list(person: Person, id: string): Promise<RecordingsView> {
      const one = await live.find(id)
      if (one?.sitting.personId !== person.id) throw notFound('sitting')
      const all = await recordings.of(id)
      return {
        recordings: all.map(({ id: own, taskId, stepId, bytes }) => ({
          id: own,
          taskId,
          stepId,
          seconds: secondsOf(bytes),
        })),
      }
    },

    /** As a WAVE file: for whoever said it, and for markers once the sitting has ended. */
    async file(person: Person, id: string, recording: string): Promise<Buffer> {
      const one = await live.find(id)
      const ended = one?.sitting.state === 'ended'
      if (!one || (one.sitting.personId !== person.id && !(ended && mayDo(person, 'mark')))) throw notFound('sitting')
      const sound = await recordings.sound(id, recording)
      if (sound.length === 0) throw notFound('recording')
      return Buffer.from(waveOf(sound))
    },
  }
}
export type RecordingService = ReturnType<typeof recordingService>
