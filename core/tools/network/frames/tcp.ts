import type { Address } from '../../../ground/addresses/ipv4'
import { checksumBetween } from '../bytes/checksum'
import { Reader } from '../bytes/reading'
import { putWord, Writer } from '../bytes/writing'
import { PROTOCOLS } from './ipv4'

/** The flags that are used here, by their bits (RFC 9293, 3.1). */
export const FLAGS = { finish: 1, synchronise: 2, reset: 4, push: 8, acknowledge: 16 } as const

/** A segment of a connection (RFC 9293), without options. */
export interface Segment {
  fromPort: number
  toPort: number
  sequence: number
  acknowledgement: number
  /** The sum of FLAGS. */
  flags: number
  data: Uint8Array
}

const HEADER = 20
const CHECKSUM = 16
const WINDOW = 8192

export function writeSegment(segment: Segment, from: Address, to: Address): Uint8Array {
  const bytes = new Writer(HEADER + segment.data.length)
    .word(segment.fromPort)
    .word(segment.toPort)
    .long(segment.sequence)
    .long(segment.acknowledgement)
    .byte((HEADER / 4) << 4)
    .byte(segment.flags)
    .word(WINDOW)
    .word(0)
    .word(0)
    .put(segment.data)
    .done()
  const sum = checksumBetween(from, to, PROTOCOLS.tcp, bytes)
  putWord(bytes, CHECKSUM, sum)
  return bytes
}

/** Null for what was damaged on the way. Throws CutShort. */
export function readSegment(bytes: Uint8Array, from: Address, to: Address): Segment | null {
  const reader = new Reader(bytes)
  const [fromPort, toPort, sequence, acknowledgement] = [reader.word(), reader.word(), reader.long(), reader.long()]
  const [header, flags] = [(reader.byte() >> 4) * 4, reader.byte()]
  if (header < HEADER || header > bytes.length) return null
  if (checksumBetween(from, to, PROTOCOLS.tcp, bytes) !== 0) return null
  return { fromPort, toPort, sequence, acknowledgement, flags, data: bytes.subarray(header) }
}
