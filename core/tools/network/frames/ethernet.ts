import { Reader, wordAt } from '../bytes/reading'
import { roomFor } from '../bytes/room'
import { putWord } from '../bytes/writing'
import type { Writer } from '../bytes/writing'
import type { HardwareAddress } from '../../../ground/addresses/ipv4'

/** What a frame carries (IEEE 802, EtherTypes). */
export const CARRIES = { ipv4: 0x0800, arp: 0x0806, vlan: 0x8100, ipv6: 0x86dd } as const

/** An Ethernet II frame (IEEE 802.3), without its preamble and check sequence. */
export interface Frame {
  to: HardwareAddress
  from: HardwareAddress
  carries: number
  payload: Uint8Array
}

/** The fewest bytes that a frame carries: less is filled up with noughts. */
const LEAST = 46
/** Both addresses, and what it carries. */
export const HEAD = 14
/** Where the tag stands, and how long it is (IEEE 802.1Q, 9.3). */
const TAG_AT = 12
const TAG = 4

export const writeHardware = (writer: Writer, address: HardwareAddress): Writer =>
  writer.word(Math.floor(address / 2 ** 32)).long(address % 2 ** 32)
export const readHardware = (reader: Reader): HardwareAddress => reader.word() * 2 ** 32 + reader.long()

export function writeFrame({ to, from, carries, payload }: Frame): Uint8Array {
  const bytes = roomFor(HEAD + Math.max(LEAST, payload.length))
  putHead(bytes, to, from, carries)
  bytes.set(payload, HEAD)
  return bytes
}

/** Writes the head of a frame into bytes that have room for it. */
function putHead(bytes: Uint8Array, to: HardwareAddress, from: HardwareAddress, carries: number): void {
  putHardware(bytes, 0, to)
  putHardware(bytes, 6, from)
  putWord(bytes, TAG_AT, carries)
}

function putHardware(bytes: Uint8Array, at: number, address: HardwareAddress): void {
  const [high, low] = [Math.floor(address / 2 ** 32), address % 2 ** 32]
  bytes[at] = high >>> 8
  bytes[at + 1] = high
  bytes[at + 2] = low >>> 24
  bytes[at + 3] = low >>> 16
  bytes[at + 4] = low >>> 8
  bytes[at + 5] = low
}

/** A frame with room for so many bytes, and its head; what it carries is put in afterwards. */
export function frameFor(to: HardwareAddress, from: HardwareAddress, carries: number, length: number): Uint8Array {
  const bytes = roomFor(HEAD + Math.max(LEAST, length))
  putHead(bytes, to, from, carries)
  return bytes
}

const hardwareAt = (bytes: Uint8Array, at: number): HardwareAddress =>
  wordAt(bytes, at) * 2 ** 32 + wordAt(bytes, at + 2) * 65_536 + wordAt(bytes, at + 4)

/** To whom a frame goes, and from whom it comes: asked for at every device. */
export const receiverOf = (bytes: Uint8Array): HardwareAddress => hardwareAt(bytes, 0)
export const senderOf = (bytes: Uint8Array): HardwareAddress => hardwareAt(bytes, 6)
export const carriedBy = (bytes: Uint8Array): number => wordAt(bytes, TAG_AT)

/** Throws CutShort for what is no whole frame. */
export function readFrame(bytes: Uint8Array): Frame {
  const reader = new Reader(bytes)
  return { to: readHardware(reader), from: readHardware(reader), carries: reader.word(), payload: reader.rest() }
}

/** The VLAN in the tag of a frame (IEEE 802.1Q, 9.6); null for one without a tag. */
export const tagOf = (bytes: Uint8Array): number | null =>
  bytes.length >= HEAD + TAG && wordAt(bytes, TAG_AT) === CARRIES.vlan ? wordAt(bytes, TAG_AT + 2) % 4096 : null

/** The frame with a tag of a VLAN. */
export function tagged(bytes: Uint8Array, vlan: number): Uint8Array {
  const written = new Uint8Array(bytes.length + TAG)
  written.set(bytes.subarray(0, TAG_AT))
  written.set([CARRIES.vlan >>> 8, CARRIES.vlan & 0xff, vlan >>> 8, vlan & 0xff], TAG_AT)
  written.set(bytes.subarray(TAG_AT), TAG_AT + TAG)
  return written
}

/** The frame without its tag. */
export function untagged(bytes: Uint8Array): Uint8Array {
  const written = new Uint8Array(bytes.length - TAG)
  written.set(bytes.subarray(0, TAG_AT))
  written.set(bytes.subarray(TAG_AT + TAG), TAG_AT)
  return written
}
