import { counts, isPaused } from '../../../core/sitting/clock'
import type { ClientEvent } from '../../../core/sitting/events'
import { advance } from '../../../core/sitting/fold'
import type { Plan } from '../../../core/sitting/plan'
import type { SittingState } from '../../../core/sitting/progress'
import { endsAt, passTime, sectionOfTask } from '../../../core/sitting/sections'
import { verdictOf } from '../../../core/wire/views'
import type { EventOutcome } from '../../../core/wire/sitting'
import type { StoredEvent } from '../../db/sittings'
import { Problem } from '../ground/problem'

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
export function record(before: Before, events: readonly ClientEvent[], now: string, seat?: string): Recorded {
  const { plan } = before
  const standing = before.state.status === 'running' ? passTime(plan, before.state, now) : before.state
  refuseUnlessMayWork(standing, events, now, seat)
  const deadline = endsAt(plan, standing, now)
  const recorded: Recorded = { state: before.state, stored: [], outcomes: [], touched: new Set(), late: 0 }
  const batch = new Map<string, number>()
  const touch = (event: ClientEvent): void => {
    if ('taskId' in event) recorded.touched.add(event.taskId)
  }
  events.forEach((event, index) => {
    const { id, at, ...body } = event
    const earlier = before.known.get(id) ?? batch.get(id)
    if (earlier !== undefined) {
      recorded.outcomes.push({ id, status: 'duplicate', seq: earlier })
      touch(event)
      return
    }
    const seq = before.seq + recorded.stored.length + 1
    const inGrace = wasInGrace(plan, standing, event, now)
    const keep = (status: StoredEvent['status']): void => {
      recorded.stored.push({
        seq,
        clientId: id,
        status,
        body: { ...body, ...inGrace },
        clientAt: at ?? null,
        serverAt: now,
      })
      batch.set(id, seq)
    }
    if (recorded.state.status === 'ended' || !counts(deadline, plan.rules.graceSeconds, at, now)) {
      keep('late')
      recorded.late += 1
      recorded.outcomes.push({ id, status: 'refused', seq, refusal: LATE })
      return
    }
    const { state, outcome } = advance(plan, recorded.state, { ...body, at: now, ...inGrace })
    if (outcome.status === 'refused') {
      if (outcome.malformed)
        throw new Problem(422, 'not-for-this-paper', outcome.refusal, { [`events.${index}`]: outcome.refusal })
      keep('refused')
      recorded.outcomes.push({ id, status: 'refused', seq, refusal: outcome.refusal })
    } else {
      keep('accepted')
      recorded.state = state
      recorded.outcomes.push({
        id,
        status: 'accepted',
        seq,
        ...('taskId' in event ? verdictFor(plan, state, event.taskId, outcome.tried) : {}),
      })
    }
    touch(event)
  })
  return recorded
}

/**
 * Work is taken from the page that holds the seat, and not while the clock stands. What is refused here stays on
 * the device.
 */
function refuseUnlessMayWork(
  state: SittingState,
  events: readonly ClientEvent[],
  now: string,
  seat: string | undefined,
): void {
  if (state.status !== 'running') return
  if (seat !== undefined && state.seat !== null && seat !== state.seat) {
    throw new Problem(
      409,
      'taken-over',
      state.seat === ''
        ? 'The invigilator has freed this sitting for another device. What you did here since is kept on this device and not sent.'
        : 'This sitting goes on in another tab or on another device. What you did here since is kept on this device and not sent.',
    )
  }
  if (isPaused(state.clock, now) && events.some(({ kind }) => kind !== 'away'))
    throw new Problem(409, 'paused', 'The clock stands. Your work is kept on this device and sent when it runs again.')
}

/** Whether an event was made before the time of its section was up and arrived within the grace period after that. */
function wasInGrace(plan: Plan, state: SittingState, event: ClientEvent, now: string): { inGrace?: true } {
  const section =
    'taskId' in event ? state.sections.find(({ id }) => id === sectionOfTask(plan, event.taskId)) : undefined
  if (section?.closed !== 'time-up' || section.closedAt === undefined || event.at === undefined) return {}
  return counts(section.closedAt, plan.rules.graceSeconds, event.at, now) ? { inGrace: true } : {}
}

function verdictFor(
  plan: Plan,
  state: SittingState,
  taskId: string,
  tried: Parameters<typeof verdictOf>[3] | undefined,
): Pick<EventOutcome, 'verdict'> {
  const taskPlan = plan.task(taskId)
  const progress = state.tasks.find(({ id }) => id === taskId)
  return tried && taskPlan && progress ? { verdict: verdictOf(plan, taskPlan, progress, tried) } : {}
}
