import { folded } from '../../../core/people/naming'
import { releasedIn } from '../../../core/marking/desk'
import { judgedBy } from '../../../core/sitting/judgement'
import { withMarks } from '../../../core/sitting/marked'
import { resulting } from '../../../core/sitting/result'
import type { SittingResult } from '../../../core/sitting/result'
import type { ClientEvent } from '../../../core/sitting/events'
import type { EndedView, EventsResponse, SittingNotice, SittingView, TaskWorkView } from '../../../core/wire/sitting'
import type { z } from 'zod'
import type { StartRequest } from '../../../core/wire/given'
import type { submitRequest } from '../../../core/wire/sitting'
import { assignmentsIn } from '../../db/assignments'
import type { Assignment } from '../../db/assignments'
import { deskIn } from '../../db/desk'
import { messagesIn } from '../../db/messages'
import { adjustmentsIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Context } from '../ground/context'
import { deadlineAt } from './ending'
import type { SittingWriter } from './ending'
import type { LiveSitting, LiveSittings } from './live-sittings'
import { about } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import { mayDo } from '../ground/permissions'
import type { PresenceBook } from './presence'
import { notFound, Problem } from '../ground/problem'
import type { EndKeeper } from './ends'
import type { JudgeService } from './judging'
import { sendingPace } from './log-limits'
import { LATE, record } from './recording'
import { answererOf, handInFrom, messageViewOf, paceOf, sittingViewOf } from './sitting-view'
import type { StartingService } from './starting'
import { answerOf, taskWorkOf } from './task-work'

/** How many sittings are ended at a time when their time is up. */
const EXPIRE_AT_ONCE = 8

interface Parts {
  live: LiveSittings
  writer: SittingWriter
  starting: StartingService
  notices: NoticeBoard
  presence: PresenceBook
  judging: JudgeService
  ends: EndKeeper
}

/** Working in and ending sittings. Time and verdicts are the server's alone. */
export function sittingService(
  { db, now, log }: Context,
  { live, writer, starting, notices, presence, judging, ends }: Parts,
) {
  const pace = sendingPace()
  const sittings = sittingsIn(db)
  const assignments = assignmentsIn(db)
  const messages = messagesIn(db)

  const own = (one: LiveSitting | undefined, person: Person): LiveSitting => {
    if (!one || one.sitting.personId !== person.id) throw notFound('sitting')
    return one
  }

  async function assignmentOf({ sitting }: LiveSitting): Promise<Assignment> {
    const found = await assignments.byId(sitting.assignmentId)
    if (!found) throw notFound('assignment')
    return found
  }

  async function viewOf(one: LiveSitting, at: string): Promise<SittingView> {
    const { personId, id } = one.sitting
    const assignment = await assignmentOf(one)
    const answerer = answererOf(assignment)
    const said = (await messages.of([id])).map(message => messageViewOf(message, new Map(), personId, answerer))
    return sittingViewOf(one, assignment, await adjustmentsIn(db).of(personId), said, at)
  }

  const running = (one: LiveSitting): LiveSitting => {
    if (one.sitting.state !== 'running') throw new Problem(409, 'sitting-ended', 'This sitting has ended.')
    return one
  }

  return {
    /** Starts a sitting, or gives back the one that is under way. */
    async start(
      person: Person,
      assignmentId: string,
      request: StartRequest = {},
    ): Promise<{ created: boolean; view: SittingView }> {
      const { created, id } = await starting.start(person, assignmentId, request)
      return { created, view: await this.view(person, id) }
    },

    async view(person: Person, id: string): Promise<SittingView> {
      return live.with(id, async found => {
        const one = own(found, person)
        const at = now()
        await writer.endIfOver(one, at)
        return viewOf(one, at)
      })
    },

    /** Gives the seat to a page: from now on what other pages send is refused. */
    async seat(person: Person, id: string, seat: string, device: string): Promise<SittingView> {
      return live.with(id, async found => {
        const one = own(found, person)
        const at = now()
        await writer.endIfOver(one, at)
        if (one.sitting.state === 'running' && one.state.seat !== seat)
          await writer.write(one, { kind: 'seated', seat, device }, at)
        presence.touch(id)
        return viewOf(one, at)
      })
    },

    /** Takes events into the log, in order, and answers each with what it came to. */
    async record(person: Person, id: string, events: readonly ClientEvent[], seat?: string): Promise<EventsResponse> {
      return live.with(id, async found => {
        const one = own(found, person)
        const at = now()
        presence.touch(id)
        await pace(id, events.length)
        judging.refuseSpent(one.sitting)
        const before = one.state
        const begun = performance.now()
        const recorded = await record(one, events, at, judging.of(one.sitting), seat)
        await live.append(one, recorded.stored, recorded.state, performance.now() - begun)
        await writer.keepDeadline(one, at)
        await writer.endIfOver(one, at)
        notices.tell({ ...about(one.sitting), what: 'changed' })
        if (recorded.late === events.length) throw new Problem(409, 'sitting-ended', LATE)
        return answerOf(one, before, recorded, at)
      })
    },

    /** What a task is worked on with, and its work as it stands. `have` are the shared parts that the device has. */
    async task(person: Person, id: string, taskId: string, have: readonly string[]): Promise<TaskWorkView> {
      return live.with(id, async found => {
        const one = own(found, person)
        const at = now()
        await writer.endIfOver(one, at)
        return taskWorkOf(running(one), taskId, have, at, judging.packing(one.sitting))
      })
    },

    /** A break of the trainee's own, or the end of it. */
    async rest(person: Person, id: string, on: boolean): Promise<SittingView> {
      return live.with(id, async found => {
        const one = running(own(found, person))
        const at = now()
        if (!on && one.state.clock.pausedAt !== null && one.state.clock.pauseLimitMs === null)
          throw new Problem(409, 'paused', 'The invigilator has stopped the clock and starts it again.')
        const refusal = await writer.write(one, on ? { kind: 'break' } : { kind: 'resumed' }, at)
        if (refusal) throw new Problem(409, 'no-break', refusal)
        return viewOf(one, at)
      })
    },

    /** Hands the sitting in, or ends it because its trainee leaves. Doing it again says the same again. */
    async submit(person: Person, id: string, request: z.infer<typeof submitRequest> = {}): Promise<EndedView> {
      return live.with(id, async found => {
        const one = own(found, person)
        const at = now()
        if (one.sitting.state === 'running') {
          const deadline = deadlineAt(one, at)
          if (at >= deadline) await writer.end(one, 'time-up', deadline)
          else await handIn(one, person, request, at)
        }
        const { how, endedAt, digest, digestEvents } = one.sitting
        if (how === null || endedAt === null) throw new RangeError(`Sitting ${id} has ended without saying how.`)
        return { id, state: 'ended', how, endedAt, now: at, events: digestEvents ?? one.seq, digest: digest ?? '' }
      })
    },

    /** Ends every sitting whose time and grace are over, at its true deadline. Returns how many. */
    async expire(): Promise<number> {
      const at = now()
      let ended = 0
      const endOne = (id: string): Promise<void> =>
        live
          .with(id, async one => {
            if (!one || one.sitting.state === 'ended') return
            await writer.endIfOver(one, at)
            if (one.sitting.state !== 'running') ended += 1
          })
          .catch((error: unknown) => log.error({ sitting: id, error: String(error) }, 'expiry failed'))
      // Some at a time: one that is judged in a thread holds up no other, and a whole room isn't one great write.
      const waiting = await sittings.expiredBefore(at)
      for (let first = 0; first < waiting.length; first += EXPIRE_AT_ONCE) {
        await Promise.all(waiting.slice(first, first + EXPIRE_AT_ONCE).map(({ id }) => endOne(id)))
      }
      return ended
    },

    /**
     * The whole marked result of an ended sitting, worked out from its log. What of it may be shown is decided
     * elsewhere.
     */
    async marked(person: Person, id: string): Promise<{ live: LiveSitting; result: SittingResult }> {
      return live.with(id, async found => {
        if (!found) throw notFound('sitting')
        const one = mayDo(person, 'mark') ? found : own(found, person)
        await writer.endIfOver(one, now())
        if (one.sitting.state === 'running')
          throw new Problem(
            409,
            'sitting-running',
            'This sitting is still under way; its result comes when it has ended.',
          )
        const result = await judgedBy(resulting(one.plan, one.state), judging.whatever(one.sitting))
        await ends.hold(one, result)
        return { live: one, result: withMarks(one.plan, result, releasedIn(await deskIn(db).of(one.sitting))) }
      })
    },

    /** Tells an open page of the sitting what happens to it, until the returned function is called. */
    async follow(person: Person, id: string, tell: (notice: SittingNotice) => void): Promise<() => void> {
      const one = own(await live.find(id), person)
      const left = presence.open(id)
      notices.tell({ ...about(one.sitting), what: 'changed' })
      const names = new Map([[person.id, person]])
      const answerer = answererOf(await assignmentOf(one))
      let lastMessage = (await messages.of([id])).at(-1)?.id
      const stop = notices.onSitting(
        id,
        ({ what }) =>
          void (async () => {
            const at = now()
            const current = (await live.find(id)) ?? one
            if (what === 'ended' && current.sitting.how) tell({ kind: 'ended', how: current.sitting.how })
            else if (what === 'changed')
              tell({ kind: 'pace', now: at, pace: paceOf(current, at), seat: current.state.seat })
            else {
              const newest = (await messages.of([id])).at(-1)
              if (newest && newest.id !== lastMessage)
                tell({ kind: 'message', message: messageViewOf(newest, names, person.id, answerer) })
              lastMessage = newest?.id
            }
          })().catch((error: unknown) => log.warn({ sitting: id, error: String(error) }, 'notice not told')),
      )
      return () => {
        stop()
        left()
        notices.tell({ ...about(one.sitting), what: 'changed' })
      }
    },
  }

  async function handIn(
    one: LiveSitting,
    person: Person,
    { signedAs, leaving }: z.infer<typeof submitRequest>,
    at: string,
  ): Promise<void> {
    const assignment = await assignmentOf(one)
    const { sign, resume } = assignment.settings
    if (leaving && resume)
      throw new Problem(
        409,
        'may-come-back',
        'Leaving doesn’t end this sitting; you can come back while its time lasts.',
      )
    const from = leaving ? null : handInFrom(one, assignment)
    if (from !== null && at < from)
      throw new Problem(
        409,
        'too-early',
        `This paper can’t be handed in before minute ${assignment.settings.handInFromMinute}.`,
        { from },
      )
    if (!leaving && sign && folded(signedAs ?? '') !== folded(person.name)) {
      throw new Problem(422, 'sign', `Type your name as it is known here: ${person.name}.`, {
        signedAs: signedAs ? 'not your name' : 'missing',
      })
    }
    await writer.end(one, leaving ? 'left' : 'handed-in', at, sign && !leaving ? person.name : null)
  }
}
export type SittingService = ReturnType<typeof sittingService>
