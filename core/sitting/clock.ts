/** The time of a sitting. All moments are ISO 8601 in UTC, all lengths milliseconds. */
export interface SittingClock {
  startedAt: string
  /** The paper's minutes times the trainee's factor. */
  allowanceMs: number
  /** When the assignment closes, whatever time is left; null if it stays open. */
  closesAt: string | null
  extensionMs: number
  /** Finished pauses, added up. */
  pausedMs: number
  /** When the pause that is under way began. */
  pausedAt: string | null
}

export function allowanceMs(minutes: number, factor = 1): number {
  return Math.round(minutes * 60_000 * factor)
}

export function startClock(startedAt: string, allowance: number, closesAt: string | null): SittingClock {
  return { startedAt, allowanceMs: allowance, closesAt, extensionMs: 0, pausedMs: 0, pausedAt: null }
}

const ms = (moment: string): number => Date.parse(moment)
const iso = (moment: number): string => new Date(moment).toISOString()

/**
 * When the sitting ends: start + allowance + extensions + pauses, but no later than the assignment
 * closes. While a pause lasts, the deadline moves with `now`.
 */
export function deadlineOf(clock: SittingClock, now: string): string {
  const running = clock.pausedAt === null ? 0 : Math.max(0, ms(now) - ms(clock.pausedAt))
  const own = ms(clock.startedAt) + clock.allowanceMs + clock.extensionMs + clock.pausedMs + running
  return iso(clock.closesAt === null ? own : Math.min(own, ms(clock.closesAt)))
}

/** Time that the trainee has been working: pauses left out. */
export function workedMs(clock: SittingClock, now: string): number {
  const until = clock.pausedAt === null ? ms(now) : Math.min(ms(now), ms(clock.pausedAt))
  return Math.max(0, until - ms(clock.startedAt) - clock.pausedMs)
}

export function pause(clock: SittingClock, at: string): SittingClock {
  return clock.pausedAt === null ? { ...clock, pausedAt: at } : clock
}

export function resume(clock: SittingClock, at: string): SittingClock {
  if (clock.pausedAt === null) return clock
  return { ...clock, pausedAt: null, pausedMs: clock.pausedMs + Math.max(0, ms(at) - ms(clock.pausedAt)) }
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
