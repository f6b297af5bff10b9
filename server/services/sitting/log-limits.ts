import { RateLimiterMemory } from 'rate-limiter-flexible'
import type { ClientEvent } from '../../../core/sitting/events'
import { bytesOf, isTooLarge, MOST_EVENT_BYTES } from '../../../core/wire/limits'
import { Problem } from '../ground/problem'

/**
 * What a sitting's log takes. By reckoning, not by measurement, the largest honest sitting stays far below: three
 * hours with an operation every second are 10,800 events, and with a draft of 40 lines (some 1.8 kB) kept each
 * time about 20 MB.
 */
export const LOG_LIMITS = {
  /** Of a whole log. */
  events: 40_000,
  bytes: 48_000_000,
  /** Of what comes after the end: kept for whoever looks into it, but not without bound. */
  late: 200,
  lateBytes: 1_000_000,
}

/** Events of one sitting in a while: what a device saved up in two hours offline comes at once and is taken. */
const BURST = 8000
const BURST_SECONDS = 600

/** Why an event is too large for any log, or null. Only this one falls: others of its batch are taken. */
export function tooLarge(event: ClientEvent): string | null {
  if (!isTooLarge(event, MOST_EVENT_BYTES)) return null
  const [is, most] = [bytesOf(event), MOST_EVENT_BYTES].map(bytes => (bytes / 1e6).toFixed(1))
  return `This change has ${is} MB, and ${most} MB can be taken at once. It wasn’t done; do it in parts.`
}

/** How much a log holds: events and characters of what they say, and how much of that came after the end. */
export interface LogSize {
  seq: number
  bytes: number
  late: { events: number; bytes: number }
}

/** Counts along what a batch adds to a log. */
export function logSizes({ seq, bytes, late }: LogSize) {
  let events = seq
  let size = bytes
  const after = { ...late }
  return {
    /** Throws a Problem with 409 where the log is full. */
    take(event: ClientEvent): void {
      events += 1
      size += JSON.stringify(event).length
      if (events <= LOG_LIMITS.events && size <= LOG_LIMITS.bytes) return
      throw new Problem(
        409,
        'log-full',
        'The log of this sitting is full: no more work is taken. Hand the paper in, and tell your invigilator.',
      )
    },
    /** Whether something that came after the end is still kept. */
    takesLate(event: ClientEvent): boolean {
      const more = JSON.stringify(event).length
      if (after.events + 1 > LOG_LIMITS.late || after.bytes + more > LOG_LIMITS.lateBytes) return false
      after.events += 1
      after.bytes += more
      return true
    },
  }
}

/** How fast a sitting may send. */
export function sendingPace() {
  const pace = new RateLimiterMemory({ points: BURST, duration: BURST_SECONDS })
  return async (sittingId: string, events: number): Promise<void> => {
    await pace.consume(sittingId, events).catch(() => {
      throw new Problem(
        429,
        'too-fast',
        'This sitting sends more than anyone can do. What waits is kept and sent again.',
        undefined,
        30,
      )
    })
  }
}
