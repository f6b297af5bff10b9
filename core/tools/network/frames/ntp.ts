import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'

/** Asking what time it is (RFC 5905). Times here are whole microseconds since the beginning of 1970. */
export const TIME_PORT = 123
export const TIME_LENGTH = 48
const VERSION = 4
const MODES = { client: 3, server: 4 } as const
/** Whoever doesn’t know the time itself says so by this, in place of leap seconds (RFC 5905, 7.3). */
const UNKNOWN = 3
/** How far from a clock one is at most that can still be believed: one more is too far. */
export const MOST_STRATUM = 15
/** Seconds from the beginning of 1900, when the first era began, to that of 1970. */
const ERA = 2_208_988_800
const MICRO = 1_000_000
/** Asked about every 2^6 seconds; precise to about 2^−20 of one. */
const POLL = 6
const PRECISION = 256 - 20

export interface TimePacket {
  mode: keyof typeof MODES
  /** Whether who says this knows the time. */
  known: boolean
  /** By how many others the time has come from a clock; 0 where that isn’t known. */
  stratum: number
  /** Where the time was come by: an address, or four letters of a clock. */
  reference: number
  /** When it was set last; null for never. */
  set: number | null
  /** When the question was sent, by the clock of who asks; null in a question. */
  asked: number | null
  /** When the question came; null in a question. */
  came: number | null
  /** When this was sent. */
  sent: number
}

function putTime(writer: Writer, time: number | null): void {
  if (time === null) {
    writer.long(0).long(0)
    return
  }
  const seconds = Math.floor(time / MICRO)
  const fraction = Math.round(((time - seconds * MICRO) * 2 ** 32) / MICRO)
  writer.long((seconds + ERA) % 2 ** 32).long(fraction)
}

/** The first era only: up to 2036. */
function timeIn(reader: Reader): number | null {
  const [seconds, fraction] = [reader.long(), reader.long()]
  if (seconds === 0 && fraction === 0) return null
  return (seconds - ERA) * MICRO + Math.round((fraction * MICRO) / 2 ** 32)
}

export function writeTime({ mode, known, stratum, reference, set, asked, came, sent }: TimePacket): Uint8Array {
  const writer = new Writer(TIME_LENGTH)
  writer.byte(((known ? 0 : UNKNOWN) << 6) | (VERSION << 3) | MODES[mode])
  writer.byte(stratum).byte(POLL).byte(PRECISION)
  // Nothing is lost between a clock and this: neither delay nor dispersion.
  writer.long(0).long(0).long(reference)
  for (const time of [set, asked, came, sent]) putTime(writer, time)
  return writer.done()
}

/** Null for what neither asks nor answers. Throws CutShort. */
export function readTime(bytes: Uint8Array): TimePacket | null {
  const reader = new Reader(bytes)
  const head = reader.byte()
  const mode = head % 8 === MODES.client ? 'client' : head % 8 === MODES.server ? 'server' : null
  const stratum = reader.byte()
  reader.take(10)
  const reference = reader.long()
  const [set, asked, came, sent] = [timeIn(reader), timeIn(reader), timeIn(reader), timeIn(reader)]
  if (mode === null || sent === null) return null
  return { mode, known: head >> 6 !== UNKNOWN, stratum, reference, set, asked, came, sent }
}

/** How long a question and its answer were on their way, by the same four times (RFC 5905, 8). */
export const delayOf = (asked: number, came: number, sent: number, back: number): number => back - asked - (sent - came)

/** The question what time it is; nobody needs to know who asks, nor what time they think it is. */
export const timeQuestion = (sent: number): Uint8Array =>
  writeTime({ mode: 'client', known: false, stratum: 0, reference: 0, set: null, asked: null, came: null, sent })

/** By how much one’s own clock is behind, from the four times of a question and its answer (RFC 5905, 8). */
export const offsetOf = (asked: number, came: number, sent: number, back: number): number =>
  Math.round((came - asked + (sent - back)) / 2)
