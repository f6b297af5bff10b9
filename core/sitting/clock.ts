import { iso, LAST_MOMENT, later, ms } from '../ground/time/moments'

/** The time of a sitting. All moments are ISO 8601 in UTC, all lengths milliseconds. */
export interface SittingClock {
  startedAt: string
  /** The paper's minutes as they are for this trainee; null for a paper without a clock. */
  allowanceMs: number | null
  /** When the assignment closes, whatever time is left; null if it stays open. */
  closesAt: string | null
  extensionMs: number
  /** Finished pauses, added up. */
  pausedMs: number
  /** When the pause that is under way began. */
  pausedAt: string | null
  /** How long the pause under way may stop the clock; null for one that lasts until it is ended. */
  pauseLimitMs: number | null
  /** Breaks that the trainee may still take. */
  breakLeftMs: number
}

export function startClock(
  startedAt: string,
  allowance: number | null,
  closesAt: string | null,
  breakMs = 0,
): SittingClock {
  return {
    startedAt,
    allowanceMs: allowance,
    closesAt,
    extensionMs: 0,
    pausedMs: 0,
    pausedAt: null,
    pauseLimitMs: null,
    breakLeftMs: breakMs,
  }
}

/** How long the pause under way has stopped the clock so far; 0 when there is none. */
function stoppedMs(clock: SittingClock, now: string): number {
  if (clock.pausedAt === null) return 0
  return Math.min(Math.max(0, ms(now) - ms(clock.pausedAt)), clock.pauseLimitMs ?? Infinity)
}

/** Whether the clock stands at this moment. A break that has used up its time no longer stops it. */
export function isPaused(clock: SittingClock, now: string): boolean {
  return clock.pausedAt !== null && ms(now) - ms(clock.pausedAt) < (clock.pauseLimitMs ?? Infinity)
}

/** All time that the clock stood, up to now. */
export function stoodMs(clock: SittingClock, now: string): number {
  return clock.pausedMs + stoppedMs(clock, now)
}

/**
 * When the sitting ends: start + allowance + extensions + pauses, but no later than the assignment
 * closes. While a pause lasts, the deadline moves with `now`. Without a clock it ends when the assignment
 * closes, or never: the last moment there is.
 */
export function deadlineOf(clock: SittingClock, now: string): string {
  if (clock.allowanceMs === null) return clock.closesAt ?? LAST_MOMENT
  const own = later(clock.startedAt, clock.allowanceMs + clock.extensionMs + stoodMs(clock, now))
  return clock.closesAt === null || own < clock.closesAt ? own : clock.closesAt
}

/** Time that the trainee has been working: pauses left out. */
export function workedMs(clock: SittingClock, now: string): number {
  return Math.max(0, ms(now) - ms(clock.startedAt) - stoodMs(clock, now))
}

/** The moment at which so much had been worked, as far as the pauses so far go. */
export function momentOfWork(clock: SittingClock, worked: number, now: string): string {
  return iso(ms(clock.startedAt) + worked + stoodMs(clock, now))
}

export function pause(clock: SittingClock, at: string): SittingClock {
  return clock.pausedAt === null || !isPaused(clock, at)
    ? { ...resume(clock, at), pausedAt: at, pauseLimitMs: null }
    : { ...clock, pauseLimitMs: null }
}

/** A break of the trainee's own, which stops the clock for as long as there are minutes for it. */
export function takeBreak(clock: SittingClock, at: string): SittingClock {
  return isPaused(clock, at)
    ? clock
    : { ...resume(clock, at), pausedAt: at, pauseLimitMs: resume(clock, at).breakLeftMs }
}

export function resume(clock: SittingClock, at: string): SittingClock {
  if (clock.pausedAt === null) return clock
  const stopped = stoppedMs(clock, at)
  const ownBreak = clock.pauseLimitMs !== null
  return {
    ...clock,
    pausedAt: null,
    pauseLimitMs: null,
    pausedMs: clock.pausedMs + stopped,
    breakLeftMs: clock.breakLeftMs - (ownBreak ? stopped : 0),
  }
}

export function extend(clock: SittingClock, byMs: number): SittingClock {
  return { ...clock, extensionMs: clock.extensionMs + byMs }
}

/**
 * Whether an event counts, by when it was made and when it arrived. Before the deadline everything
 * does. In the grace period after it only what a device had queued does, so what it says it made
 * before the deadline; a device that says nothing made it on arrival.
 */
export function counts(deadline: string, graceSeconds: number, made: string | undefined, arrived: string): boolean {
  if (ms(arrived) < ms(deadline)) return true
  return made !== undefined && ms(made) < ms(deadline) && ms(arrived) < ms(deadline) + graceSeconds * 1000
}
