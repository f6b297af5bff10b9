import { Writer } from './bytes/writing'
import type { Captured } from './simulation/network'
import { placeText } from './site'

/** Blocks of a capture (pcapng, draft-ietf-opsawg-pcapng, section 4). */
const SECTION = 0x0a_0d_0d_0a
const INTERFACE = 1
const PACKET = 6
/** In this order of bytes the file is written. */
const BYTE_ORDER = 0x1a_2b_3c_4d
const ETHERNET = 1
const OPTIONS = { end: 0, name: 2 } as const

const padded = (length: number): number => (4 - (length % 4)) % 4

function block(type: number, body: Uint8Array): Uint8Array {
  const length = 12 + body.length
  return new Writer().long(type).long(length).put(body).long(length).done()
}

function option(code: number, value: Uint8Array): Uint8Array {
  return new Writer()
    .word(code)
    .word(value.length)
    .put(value)
    .put(new Uint8Array(padded(value.length)))
    .done()
}

function interfaceBlock(name: string): Uint8Array {
  const options = [option(OPTIONS.name, new TextEncoder().encode(name)), option(OPTIONS.end, new Uint8Array())]
  // So many bytes of each frame are kept: all of them.
  const writer = new Writer().word(ETHERNET).word(0).long(0)
  for (const one of options) writer.put(one)
  return block(INTERFACE, writer.done())
}

/** Frames as a pcapng file: an interface for each port that sent one, times in microseconds of the simulation. */
export function pcapngOf(frames: readonly Captured[]): Uint8Array {
  const ports = [...new Set(frames.map(({ from }) => placeText(from)))].sort()
  const writer = new Writer()
  // Version 1.0, and a length that nobody has to know beforehand.
  writer.put(block(SECTION, new Writer().long(BYTE_ORDER).word(1).word(0).long(0xffffffff).long(0xffffffff).done()))
  for (const port of ports) writer.put(interfaceBlock(port))
  for (const { at, from, frame } of frames) {
    const body = new Writer()
      .long(ports.indexOf(placeText(from)))
      .long(Math.floor(at / 2 ** 32))
      .long(at % 2 ** 32)
      .long(frame.length)
      .long(frame.length)
      .put(frame)
      .put(new Uint8Array(padded(frame.length)))
    writer.put(block(PACKET, body.done()))
  }
  return writer.done()
}
