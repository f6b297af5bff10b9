import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import type { HardwareAddress } from '../addresses'

/** What a frame carries (IEEE 802, EtherTypes). */
export const CARRIES = { ipv4: 0x0800, arp: 0x0806 } as const

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
const HEAD = 14

export const writeHardware = (writer: Writer, address: HardwareAddress): Writer =>
  writer.word(Math.floor(address / 2 ** 32)).long(address % 2 ** 32)
export const readHardware = (reader: Reader): HardwareAddress => reader.word() * 2 ** 32 + reader.long()

export function writeFrame({ to, from, carries, payload }: Frame): Uint8Array {
  const writer = new Writer(HEAD + Math.max(LEAST, payload.length))
  writeHardware(writer, to)
  writeHardware(writer, from)
  writer.word(carries).put(payload)
  return payload.length < LEAST ? writer.put(new Uint8Array(LEAST - payload.length)).done() : writer.done()
}

/** Throws CutShort for what is no whole frame. */
export function readFrame(bytes: Uint8Array): Frame {
  const reader = new Reader(bytes)
  return { to: readHardware(reader), from: readHardware(reader), carries: reader.word(), payload: reader.rest() }
}
