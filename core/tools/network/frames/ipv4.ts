import { checksum } from '../bytes/checksum'
import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import type { Address } from '../addresses'

/** What a packet carries (IANA protocol numbers). */
export const PROTOCOLS = { icmp: 1, tcp: 6, udp: 17 } as const

/** An IPv4 packet (RFC 791), without options. */
export interface Packet {
  from: Address
  to: Address
  timeToLive: number
  protocol: number
  identification: number
  /** Whether it may not be cut into fragments. */
  whole: boolean
  payload: Uint8Array
}

const HEADER = 20
/** Where its checksum stands. */
const CHECKSUM = 10
const DONT_FRAGMENT = 0x4000

export function writePacket(packet: Packet): Uint8Array {
  const bytes = headerOf(packet).put(packet.payload).done()
  const sum = checksum(bytes.subarray(0, HEADER))
  bytes[CHECKSUM] = sum >>> 8
  bytes[CHECKSUM + 1] = sum
  return bytes
}

/** The header with a checksum of 0: that is what its sum is taken of. */
function headerOf({ from, to, timeToLive, protocol, identification, whole, payload }: Packet): Writer {
  return new Writer(HEADER + payload.length)
    .byte(0x45)
    .byte(0)
    .word(HEADER + payload.length)
    .word(identification)
    .word(whole ? DONT_FRAGMENT : 0)
    .byte(timeToLive)
    .byte(protocol)
    .word(0)
    .long(from)
    .long(to)
}

/** Null for what is no packet, or one whose header was damaged on the way. Throws CutShort. */
export function readPacket(bytes: Uint8Array): Packet | null {
  const reader = new Reader(bytes)
  const first = reader.byte()
  const header = (first & 0x0f) * 4
  if (first >> 4 !== 4 || header < HEADER || bytes.length < header) return null
  if (checksum(bytes.subarray(0, header)) !== 0) return null
  reader.byte()
  const length = reader.word()
  if (length < header || length > bytes.length) return null
  const identification = reader.word()
  const whole = (reader.word() & DONT_FRAGMENT) !== 0
  const [timeToLive, protocol] = [reader.byte(), reader.byte()]
  reader.word()
  const [from, to] = [reader.long(), reader.long()]
  // What follows the packet fills the frame up.
  return { from, to, timeToLive, protocol, identification, whole, payload: bytes.subarray(header, length) }
}
