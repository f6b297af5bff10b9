import { allowanceMs, deadlineOf } from '../../core/sitting/clock'
import type { ClientEvent, EventBody, HowEnded } from '../../core/sitting/events'
import { advance, begin } from '../../core/sitting/fold'
import { taskProgressViewOf, taskViewOf } from '../../core/sitting/view'
import { resultOf } from '../../core/marking/result'
import type { SittingResult } from '../../core/marking/result'
import { evidenceFrom } from '../../core/skills/evidence'
import type { EndedView, EventsResponse, SittingView } from '../../core/wire/sitting'
import { assignmentsIn } from '../db/assignments'
import type { Person } from '../db/people'
import { sittingsIn } from '../db/sittings'
import type { Sitting, StoredEvent } from '../db/sittings'
import type { Context } from './context'
import { liveSittings, logged } from './live-sittings'
import type { LiveSitting } from './live-sittings'
import type { PlanService } from './plans'
import { notFound, Problem } from './problem'
import { LATE, record } from './recording'
import { turns } from './turns'
import { refuseStart, underWay } from './window'

/** Starting, working in and ending sittings. Time and verdicts are the server's alone. */
export function sittingService(context: Context, plans: PlanService) {
  const { db, now, newId, log } = context
  const sittings = sittingsIn(db)
  const assignments = assignmentsIn(db)
  const live = liveSittings(context, plans)
  const inTurn = turns()

  const own = (one: LiveSitting | undefined, person: Person): LiveSitting => {
    if (!one || one.sitting.personId !== person.id) throw notFound('sitting')
    return one
  }

  function viewOf({ sitting, plan, state }: LiveSitting, at: string): SittingView {
    const { id, title, minutes, allowed, instructions, sections } = plan.paper
    return {
      id: sitting.id,
      state: sitting.state,
      number: sitting.number,
      paper: { id, title, minutes, allowed, instructions, afterTries: plan.rules.afterTries },
      now: at,
      startedAt: sitting.startedAt,
      deadline: deadlineOf(state.clock, at),
      allowanceMs: Date.parse(deadlineOf(state.clock, at)) - Date.parse(sitting.startedAt),
      ...(sitting.endedAt && sitting.how ? { endedAt: sitting.endedAt, how: sitting.how } : {}),
      current: state.current,
      sections: sections.map(section => ({ id: section.id, title: section.title, tasks: section.tasks.map(task => task.id) })),
      tasks: plan.tasks.flatMap((taskPlan) => {
        const progress = state.tasks.find(task => task.id === taskPlan.task.id)
        return progress ? [taskViewOf(plan, taskPlan, progress)] : []
      }),
    }
  }

  async function end(one: LiveSitting, how: HowEnded, at: string): Promise<SittingResult> {
    const event: StoredEvent = { seq: one.seq + 1, clientId: newId(), status: 'accepted', body: { kind: 'ended', how }, clientAt: null, serverAt: at }
    const { state } = advance(one.plan, one.state, logged(event))
    const endedAt = state.endedAt ?? at
    const result = resultOf(one.plan, state)
    await sittings.end(one.sitting.id, event, endedAt, how, result.points, one.sitting.personId, evidenceFrom(one.sitting.id, endedAt, result))
    live.took(one, [event], state)
    one.sitting = { ...one.sitting, state: 'ended', endedAt, how, score: result.points }
    log.info({ sitting: one.sitting.id, how, endedAt, score: result.points }, 'sitting ended')
    return result
  }

  const graceOver = (one: LiveSitting, at: string): boolean =>
    Date.parse(at) >= Date.parse(deadlineOf(one.state.clock, at)) + one.plan.rules.graceSeconds * 1000

  async function endIfOver(one: LiveSitting, at: string): Promise<void> {
    if (one.sitting.state === 'running' && graceOver(one, at)) await end(one, 'time-up', deadlineOf(one.state.clock, at))
  }

  return {
    /** Starts a sitting, or gives back the one that is under way. */
    async start(person: Person, assignmentId: string): Promise<{ created: boolean, view: SittingView }> {
      return inTurn(`${assignmentId} ${person.id}`, async () => {
        const assignment = await assignments.find(assignmentId, person.id)
        if (!assignment) throw notFound('assignment')
        const earlier = await sittings.on(assignmentId, person.id)
        const running = underWay(earlier, now())
        if (running) return { created: false, view: await this.view(person, running.id) }
        const at = now()
        const refusal = refuseStart(assignment, earlier.length, at)
        if (refusal) throw refusal
        const plan = await plans.find(assignment.paperId, assignment.paperVersion)
        const body: EventBody = { kind: 'started', allowanceMs: allowanceMs(plan.paper.minutes, person.timeFactor), closesAt: assignment.closesAt }
        const first: StoredEvent = { seq: 1, clientId: newId(), status: 'accepted', body, clientAt: null, serverAt: at }
        const state = begin(plan, { ...body, at })
        const sitting: Sitting = {
          id: newId(), assignmentId, personId: person.id, paperId: plan.paper.id, paperVersion: plan.paper.version, number: earlier.length + 1,
          state: 'running', startedAt: at, deadlineAt: deadlineOf(state.clock, at), endedAt: null, how: null, score: null,
          outOf: plan.outOf,
        }
        await sittings.start(sitting, first)
        log.info({ sitting: sitting.id, person: person.id, deadline: sitting.deadlineAt }, 'sitting started')
        return { created: true, view: await this.view(person, sitting.id) }
      })
    },

    async view(person: Person, id: string): Promise<SittingView> {
      return live.with(id, async (found) => {
        const one = own(found, person)
        const at = now()
        await endIfOver(one, at)
        return viewOf(one, at)
      })
    },

    /** Takes events in order. When the answer is out, they are on disk. */
    async record(person: Person, id: string, events: readonly ClientEvent[]): Promise<EventsResponse> {
      return live.with(id, async (found) => {
        const one = own(found, person)
        const at = now()
        const recorded = record(one, events, at)
        await live.append(one, recorded.stored, recorded.state)
        await endIfOver(one, at)
        if (recorded.late === events.length) throw new Problem(409, 'sitting-ended', LATE)
        return {
          outcomes: recorded.outcomes,
          now: at,
          deadline: deadlineOf(one.state.clock, at),
          tasks: one.state.tasks.filter(task => recorded.touched.has(task.id)).flatMap((task) => {
            const taskPlan = one.plan.task(task.id)
            return taskPlan ? [taskProgressViewOf(one.plan, taskPlan, task)] : []
          }),
        }
      })
    },

    /** Hands the sitting in. Doing it again says the same again. */
    async submit(person: Person, id: string): Promise<EndedView> {
      return live.with(id, async (found) => {
        const one = own(found, person)
        const at = now()
        if (one.sitting.state === 'running') {
          const deadline = deadlineOf(one.state.clock, at)
          if (at < deadline) await end(one, 'handed-in', at)
          else await end(one, 'time-up', deadline)
        }
        const { how, endedAt } = one.sitting
        if (how === null || endedAt === null) throw new RangeError(`Sitting ${id} has ended without saying how.`)
        return { id, state: 'ended', how, endedAt, now: at, events: one.seq }
      })
    },

    /** Ends every sitting whose time and grace are over, at its true deadline. Returns how many. */
    async expire(): Promise<number> {
      const at = now()
      let ended = 0
      for (const { id } of await sittings.expiredBefore(at)) {
        await live.with(id, async (one) => {
          if (!one || one.sitting.state === 'ended') return
          await endIfOver(one, at)
          if (one.sitting.state !== 'running') ended += 1
        }).catch((error: unknown) => log.error({ sitting: id, error: String(error) }, 'expiry failed'))
      }
      return ended
    },

    /** The whole marked result of an ended sitting, worked out from its log. What of it may be shown is decided elsewhere. */
    async marked(person: Person, id: string): Promise<{ live: LiveSitting, result: SittingResult }> {
      return live.with(id, async (found) => {
        const one = own(found, person)
        await endIfOver(one, now())
        if (one.sitting.state === 'running') throw new Problem(409, 'sitting-running', 'This sitting is still under way; its result comes when it has ended.')
        return { live: one, result: resultOf(one.plan, one.state) }
      })
    },
  }
}
export type SittingService = ReturnType<typeof sittingService>
