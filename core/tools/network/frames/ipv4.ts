import type { Address } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { CutShort, wordAt } from '../bytes/reading'
import { putWord } from '../bytes/writing'

/** What a packet carries (IANA protocol numbers). */
export const PROTOCOLS = { icmp: 1, tcp: 6, udp: 17, ospf: 89, vrrp: 112 } as const

/** What carries data between ports. */
export const TRANSPORTS = ['tcp', 'udp'] as const

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
/** Version 4, a header of five long words, no service of its own. */
const FIRST = 0x4500
const DONT_FRAGMENT = 0x4000

export const lengthOf = ({ payload }: Packet): number => HEADER + payload.length

export function writePacket(packet: Packet): Uint8Array {
  const bytes = new Uint8Array(lengthOf(packet))
  putPacket(bytes, 0, packet)
  return bytes
}

/**
 * Writes a packet into bytes that have room for it from a place on. Done at every hop, so it goes straight into the
 * frame, and sums up what it writes.
 */
export function putPacket(bytes: Uint8Array, at: number, packet: Packet): void {
  const { from, to, payload } = packet
  putWord(bytes, at, FIRST)
  putWord(bytes, at + 2, HEADER + payload.length)
  putWord(bytes, at + 4, packet.identification)
  putWord(bytes, at + 6, packet.whole ? DONT_FRAGMENT : 0)
  putWord(bytes, at + 8, packet.timeToLive * 256 + packet.protocol)
  putWord(bytes, at + 10, 0)
  putWord(bytes, at + 12, from >>> 16)
  putWord(bytes, at + 14, from & 0xffff)
  putWord(bytes, at + 16, to >>> 16)
  putWord(bytes, at + 18, to & 0xffff)
  let sum = 0
  for (let place = at; place < at + HEADER; place += 2) sum += wordAt(bytes, place)
  while (sum > 0xffff) sum = (sum & 0xffff) + (sum >>> 16)
  putWord(bytes, at + 10, ~sum & 0xffff)
  bytes.set(payload, at + HEADER)
}

/**
 * The packet that begins at a place of bytes. Null for what is no packet, or one whose header was damaged on the way.
 * Throws CutShort.
 */
export function readPacket(bytes: Uint8Array, at = 0): Packet | null {
  const length = wordAt(bytes, at + 2)
  return length > bytes.length - at ? null : readHead(bytes, at)
}

/** The same of a packet that may be cut off after its head, as it is told back to who sent it (RFC 792). */
export function readHead(bytes: Uint8Array, at = 0): Packet | null {
  const room = bytes.length - at
  if (room < 1) throw new CutShort('The bytes end too early.')
  const first = sure(bytes[at])
  const header = (first & 0x0f) * 4
  if (first >> 4 !== 4 || header < HEADER || room < header) return null
  let sum = 0
  for (let place = at; place < at + header; place += 2) sum += wordAt(bytes, place)
  while (sum > 0xffff) sum = (sum & 0xffff) + (sum >>> 16)
  if (sum !== 0xffff) return null
  const length = wordAt(bytes, at + 2)
  if (length < header) return null
  return {
    from: wordAt(bytes, at + 12) * 65_536 + wordAt(bytes, at + 14),
    to: wordAt(bytes, at + 16) * 65_536 + wordAt(bytes, at + 18),
    timeToLive: sure(bytes[at + 8]),
    protocol: sure(bytes[at + 9]),
    identification: wordAt(bytes, at + 4),
    whole: (wordAt(bytes, at + 6) & DONT_FRAGMENT) !== 0,
    // What follows the packet fills the frame up.
    payload: bytes.subarray(at + header, Math.min(at + length, bytes.length)),
  }
}
