import { counts, isPaused } from '../../../core/sitting/clock'
import { ms } from '../../../core/ground/time/moments'
import type { ClientEvent } from '../../../core/sitting/events'
import { advancing } from '../../../core/sitting/fold'
import { timeUpSince } from '../../../core/sitting/grace'
import { judgedBy } from '../../../core/sitting/judgement'
import type { Judge } from '../../../core/sitting/judgement'
import type { Plan } from '../../../core/sitting/plan'
import type { SittingState } from '../../../core/sitting/progress'
import { endsAt, passTime, sectionOfTask } from '../../../core/sitting/sections'
import { nonsenseOf } from '../../../core/sitting/sense'
import { refused } from '../../../core/sitting/outcome'
import type { Advanced } from '../../../core/sitting/outcome'
import type { Tried } from '../../../core/sitting/trying'
import type { EventOutcome } from '../../../core/wire/sitting'
import { verdictOf } from '../../../core/wire/views'
import type { StoredEvent } from '../../db/sittings'
import { TooDear } from '../../judging/pool'
import { Problem } from '../ground/problem'
import { logSizes, tooLarge } from './log-limits'
import type { LogSize } from './log-limits'

/** Where the sitting stands when events arrive. */
export interface Before extends LogSize {
  plan: Plan
  state: SittingState
  known: ReadonlyMap<string, number>
}

export interface Recorded {
  state: SittingState
  /** What goes into the log: accepted, refused and late events alike. */
  stored: StoredEvent[]
  outcomes: EventOutcome[]
  /** Ids of the tasks that the events are about. */
  touched: Set<string>
  /** Of these, those of which the device may have missed an answer, so that it is told all. */
  missed: Set<string>
  /** How many came after the end. */
  late: number
}

/** How far a device may be out that reckons the server's time from answers on a slow line. */
const SLACK_MS = 10_000
/** A clock that was turned while a page is open is set right with the next answer; what is out by more is no clock. */
const FAR_AHEAD_MS = 24 * 3600_000

/** Lets others have their turn between two events of a batch: the loop of the server belongs to everybody. */
const giveWay = (): Promise<void> => new Promise(done => setImmediate(done))

/** What is said of something that takes longer than anything that is asked for here. */
const tooDear = ({ kind }: ClientEvent): string =>
  kind === 'check'
    ? 'It takes too long to check this work. No try was spent. Make it simpler, and check again.'
    : 'It takes too long to work this out. Nothing was changed.'

export const LATE = 'This came after the end of the sitting and is not scored.'

/**
 * Works out what a batch of events comes to, in order, without touching anything.
 *
 * An event that makes no sense for the paper throws a Problem with 422, and then nothing of the batch
 * counts: a device of ours never sends one, so the sender has to look at the whole of it again. So does one that is
 * more than the log takes. One that is too large by itself is refused, and the others are taken.
 */
export async function record(
  before: Before,
  events: readonly ClientEvent[],
  now: string,
  judge: Judge,
  seat?: string,
): Promise<Recorded> {
  const { plan } = before
  const standing = before.state.status === 'running' ? passTime(plan, before.state, now) : before.state
  refuseUnlessMayWork(standing, events, now, seat)
  const deadline = endsAt(plan, standing, now)
  const recorded: Recorded = {
    state: before.state,
    stored: [],
    outcomes: [],
    touched: new Set(),
    missed: new Set(),
    late: 0,
  }
  const batch = new Map<string, number>()
  const sizes = logSizes(before)
  for (const [index, event] of events.entries()) {
    const { id, at, ...body } = event
    if ('taskId' in event) recorded.touched.add(event.taskId)
    const earlier = before.known.get(id) ?? batch.get(id)
    if (earlier !== undefined) {
      recorded.outcomes.push({ id, status: 'duplicate', seq: earlier })
      if ('taskId' in event) recorded.missed.add(event.taskId)
      continue
    }
    const large = tooLarge(event)
    if (large !== null) {
      recorded.outcomes.push({ id, status: 'refused', refusal: large })
      continue
    }
    const nonsense = nonsenseOf(plan, body)
    if (nonsense) throw new Problem(422, 'not-for-this-paper', nonsense, { [`events.${index}`]: nonsense })
    const seq = before.seq + recorded.stored.length + 1
    const inGrace = graceOf(plan, standing, event, now)
    const keep = (status: StoredEvent['status']): void => {
      const kept = { ...body, ...inGrace }
      recorded.stored.push({ seq, clientId: id, status, body: kept, clientAt: at ?? null, serverAt: now })
      batch.set(id, seq)
    }
    const misdated = misdatedBy(standing, at, now)
    if (misdated !== null) {
      keep('refused')
      recorded.outcomes.push({ id, status: 'refused', seq, refusal: misdated })
      continue
    }
    if (recorded.state.status === 'ended' || !counts(deadline, plan.rules.graceSeconds, at, now)) {
      const kept = sizes.takesLate(event)
      if (kept) keep('late')
      recorded.late += 1
      recorded.outcomes.push({ id, status: 'refused', refusal: LATE, ...(kept ? { seq } : {}) })
      continue
    }
    sizes.take(event)
    await giveWay()
    const advanced = advancing(plan, recorded.state, { ...body, at: now, ...inGrace })
    const { state, outcome } = await judgedBy(advanced, judge).catch((error: unknown): Advanced => {
      if (error instanceof TooDear) return refused(recorded.state, tooDear(event))
      throw error
    })
    if (outcome.status === 'refused') {
      keep('refused')
      // Whether it is refused could say how an earlier one was judged.
      if (inGrace.afterTime) recorded.outcomes.push({ id, status: 'accepted', seq })
      else recorded.outcomes.push({ id, status: 'refused', seq, refusal: outcome.refusal })
    } else {
      keep('accepted')
      recorded.state = state
      recorded.outcomes.push({ id, status: 'accepted', seq, ...verdictFor(plan, state, event, outcome.tried, now) })
    }
  }
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
  // From the first seat on, what comes without one comes from no page of ours.
  if (state.seat !== null && seat !== state.seat) {
    throw new Problem(
      409,
      'taken-over',
      state.seat === ''
        ? 'The invigilator has freed this sitting for another device. ' +
            'What you did here since is kept on this device and not sent.'
        : 'This sitting goes on in another tab or on another device. ' +
            'What you did here since is kept on this device and not sent.',
    )
  }
  if (isPaused(state.clock, now) && events.some(({ kind }) => kind !== 'away'))
    throw new Problem(409, 'paused', 'The clock stands. Your work is kept on this device and sent when it runs again.')
}

/** Why what an event says of when it was made can't be, or null: no device of ours is so far out. */
function misdatedBy({ clock }: SittingState, made: string | undefined, now: string): string | null {
  if (made === undefined) return null
  if (ms(made) < ms(clock.startedAt) - SLACK_MS) return 'This is dated before the sitting began.'
  return ms(made) > ms(now) + FAR_AHEAD_MS ? 'This is dated far ahead of now.' : null
}

/**
 * What the log says of an event that comes when the time of its task is up: that it does, and of one that was made
 * before the time of its section was up, and arrived within the grace period after that, this too. Nothing of one
 * that comes in time, or that its section no longer takes.
 */
function graceOf(
  plan: Plan,
  state: SittingState,
  event: ClientEvent,
  now: string,
): { inGrace?: true; afterTime?: true } {
  if (!('taskId' in event) || timeUpSince(plan, state, event.taskId, now) === null) return {}
  const section = state.sections.find(({ id }) => id === sectionOfTask(plan, event.taskId))
  if (section?.closed !== 'time-up' || section.closedAt === undefined) return { afterTime: true }
  const made = event.at !== undefined && counts(section.closedAt, plan.rules.graceSeconds, event.at, now)
  return made ? { inGrace: true, afterTime: true } : {}
}

function verdictFor(
  plan: Plan,
  state: SittingState,
  event: ClientEvent,
  tried: Tried | undefined,
  now: string,
): Pick<EventOutcome, 'verdict' | 'takenBack'> {
  if (!tried || !('taskId' in event) || timeUpSince(plan, state, event.taskId, now) !== null) return {}
  const taskPlan = plan.task(event.taskId)
  const progress = state.tasks.find(({ id }) => id === event.taskId)
  if (!taskPlan || !progress) return {}
  return {
    verdict: verdictOf(plan, taskPlan, progress, tried),
    ...(event.kind === 'op' && !tried.passed && !tried.kept ? { takenBack: true } : {}),
  }
}
