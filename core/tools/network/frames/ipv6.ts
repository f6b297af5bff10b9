import { checksum } from '../bytes/checksum'
import { CutShort, wordAt } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import type { Address6 } from '../../../ground/addresses/ipv6'
import { sure } from '../../../ground/sure'

/** What follows the head (IANA protocol numbers). */
export const NEXT_HEADERS = { icmp6: 58 } as const

/** An IPv6 packet (RFC 8200), without extension headers. */
export interface Packet6 {
  from: Address6
  to: Address6
  hopLimit: number
  next: number
  payload: Uint8Array
}

export const HEAD6 = 40
const VERSION = 6

export function writeAddress6(writer: Writer, address: Address6): Writer {
  for (let shift = 112n; shift >= 0n; shift -= 16n) writer.word(Number((address >> shift) & 0xffffn))
  return writer
}

/** The address that stands at a place of bytes. */
export function address6At(bytes: Uint8Array, at: number): Address6 {
  if (bytes.length < at + 16) throw new CutShort('The bytes end too early.')
  let address = 0n
  for (let place = at; place < at + 16; place += 2) address = (address << 16n) + BigInt(wordAt(bytes, place))
  return address
}

export function writePacket6({ from, to, hopLimit, next, payload }: Packet6): Uint8Array {
  const writer = new Writer(HEAD6 + payload.length).word(VERSION << 12).word(0)
  writer.word(payload.length).byte(next).byte(hopLimit)
  return writeAddress6(writeAddress6(writer, from), to).put(payload).done()
}

/** The packet that begins at a place of bytes; null for what is none, or goes on further than the bytes. */
export function readPacket6(bytes: Uint8Array, at = 0): Packet6 | null {
  const length = wordAt(bytes, at + 4)
  return length > bytes.length - at - HEAD6 ? null : readHead6(bytes, at)
}

/** The same of a packet that may be cut off after its head, as it is told back to who sent it. */
export function readHead6(bytes: Uint8Array, at = 0): Packet6 | null {
  if (bytes.length - at < HEAD6 || sure(bytes[at]) >> 4 !== VERSION) return null
  const end = Math.min(bytes.length, at + HEAD6 + wordAt(bytes, at + 4))
  return {
    from: address6At(bytes, at + 8),
    to: address6At(bytes, at + 24),
    hopLimit: sure(bytes[at + 7]),
    next: sure(bytes[at + 6]),
    payload: bytes.subarray(at + HEAD6, end),
  }
}

/** The checksum of what is carried, with addresses, length and next header before it (RFC 8200, 8.1). */
export function checksum6(from: Address6, to: Address6, next: number, payload: Uint8Array): number {
  const writer = writeAddress6(writeAddress6(new Writer(HEAD6 + payload.length), from), to)
  return checksum(writer.long(payload.length).long(next).put(payload).done())
}
