import { maskOf } from '../../../ground/addresses/ipv4'
import type { Address, Prefix } from '../../../ground/addresses/ipv4'
import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'

/** What a router says that it reaches, and how far that is (RFC 2453, 4). */
export interface RipMessage {
  kind: 'request' | 'response'
  entries: readonly RipEntry[]
}
export interface RipEntry extends Prefix {
  /** In hops; 16 is nowhere. */
  cost: number
}

export const RIP_PORT = 520
/** To all routers that speak so (RFC 2453, 4.5). */
export const RIP_GROUP: Address = 0xe0_00_00_09
export const NOWHERE = 16
/** So many networks in one message. */
export const MOST_ENTRIES = 25
const KINDS = { request: 1, response: 2 } as const
const INTERNET = 2
const VERSION = 2

export function writeRip({ kind, entries }: RipMessage): Uint8Array {
  const writer = new Writer(4 + 20 * Math.max(1, entries.length)).byte(KINDS[kind]).byte(VERSION).word(0)
  // Who asks for everything names no network, and that nowhere (3.9.1).
  if (kind === 'request') return writer.word(0).word(0).long(0).long(0).long(0).long(NOWHERE).done()
  for (const { network, bits, cost } of entries)
    writer.word(INTERNET).word(0).long(network).long(maskOf(bits)).long(0).long(cost)
  return writer.done()
}

/** Null for what is of another version, or neither asks nor tells. Throws CutShort. */
export function readRip(bytes: Uint8Array): RipMessage | null {
  const reader = new Reader(bytes)
  const [number, version] = [reader.byte(), reader.byte()]
  reader.word()
  if (version !== VERSION) return null
  if (number === KINDS.request) return { kind: 'request', entries: [] }
  if (number !== KINDS.response) return null
  const entries: RipEntry[] = []
  while (reader.left >= 20) {
    const family = reader.word()
    reader.word()
    const [network, mask] = [reader.long(), reader.long()]
    reader.long()
    const cost = reader.long()
    const bits = 32 - Math.log2(2 ** 32 - mask)
    if (family === INTERNET && Number.isInteger(bits) && cost >= 1 && cost <= NOWHERE)
      entries.push({ network, bits, cost })
  }
  return { kind: 'response', entries }
}
