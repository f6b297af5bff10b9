import { counts, deadlineOf } from '../../core/sitting/clock'
import type { ClientEvent } from '../../core/sitting/events'
import { advance } from '../../core/sitting/fold'
import type { Plan } from '../../core/sitting/plan'
import type { SittingState } from '../../core/sitting/progress'
import { verdictOf } from '../../core/sitting/view'
import type { EventOutcome } from '../../core/wire/sitting'
import type { StoredEvent } from '../db/sittings'
import { Problem } from './problem'

/** Where the sitting stands when events arrive. */
export interface Before {
  plan: Plan
  state: SittingState
  seq: number
  known: ReadonlyMap<string, number>
}

export interface Recorded {
  state: SittingState
  /** What goes into the log: accepted, refused and late events alike. */
  stored: StoredEvent[]
  outcomes: EventOutcome[]
  /** Ids of the tasks that the events are about. */
  touched: Set<string>
  /** How many came after the end. */
  late: number
}

export const LATE = 'This came after the end of the sitting. It is kept in the log but not scored.'

/**
 * Works out what a batch of events comes to, in order, without touching anything.
 *
 * An event that makes no sense for the paper throws a Problem with 422, and then nothing of the batch
 * counts: a device of ours never sends one, so the sender has to look at the whole of it again.
 */
export function record(before: Before, events: readonly ClientEvent[], now: string): Recorded {
  const { plan } = before
  const deadline = deadlineOf(before.state.clock, now)
  const recorded: Recorded = { state: before.state, stored: [], outcomes: [], touched: new Set(), late: 0 }
  const batch = new Map<string, number>()
  events.forEach((event, index) => {
    const { id, at, ...body } = event
    const earlier = before.known.get(id) ?? batch.get(id)
    if (earlier !== undefined) {
      recorded.outcomes.push({ id, status: 'duplicate', seq: earlier })
      recorded.touched.add(event.taskId)
      return
    }
    const seq = before.seq + recorded.stored.length + 1
    const keep = (status: StoredEvent['status']): void => {
      recorded.stored.push({ seq, clientId: id, status, body, clientAt: at ?? null, serverAt: now })
      batch.set(id, seq)
    }
    if (recorded.state.status === 'ended' || !counts(deadline, plan.rules.graceSeconds, at, now)) {
      keep('late')
      recorded.late += 1
      recorded.outcomes.push({ id, status: 'refused', seq, refusal: LATE })
      return
    }
    const { state, outcome } = advance(plan, recorded.state, { ...body, at: now })
    if (outcome.status === 'refused') {
      if (outcome.malformed) throw new Problem(422, 'not-for-this-paper', outcome.refusal, { [`events.${index}`]: outcome.refusal })
      keep('refused')
      recorded.outcomes.push({ id, status: 'refused', seq, refusal: outcome.refusal })
    }
    else {
      keep('accepted')
      recorded.state = state
      recorded.outcomes.push({ id, status: 'accepted', seq, ...verdictFor(plan, state, event.taskId, outcome.tried) })
    }
    recorded.touched.add(event.taskId)
  })
  return recorded
}

function verdictFor(plan: Plan, state: SittingState, taskId: string, tried: Parameters<typeof verdictOf>[3] | undefined): Pick<EventOutcome, 'verdict'> {
  const taskPlan = plan.task(taskId)
  const progress = state.tasks.find(({ id }) => id === taskId)
  return tried && taskPlan && progress ? { verdict: verdictOf(plan, taskPlan, progress, tried) } : {}
}
