import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import type { HardwareAddress } from '../../../ground/addresses/ipv4'
import type { Address6, Prefix6 } from '../../../ground/addresses/ipv6'
import { sure } from '../../../ground/sure'
import { readHardware, writeHardware } from './ethernet'
import { address6At, checksum6, NEXT_HEADERS, writeAddress6 } from './ipv6'

/** Why a packet didn’t come through (RFC 4443, 3.1). */
export const UNREACHABLE6 = { network: 0, forbidden: 1, host: 3, port: 4 } as const
export type Unreachable6 = keyof typeof UNREACHABLE6

/** A control message (RFC 4443), or one by which neighbours find each other (RFC 4861). */
export type Icmp6 =
  | { kind: 'echo' | 'echo-reply'; identifier: number; sequence: number; data: Uint8Array }
  | { kind: 'unreachable'; why: Unreachable6; about: Uint8Array }
  | { kind: 'time-exceeded'; about: Uint8Array }
  | { kind: 'router-solicitation'; hardware: HardwareAddress | null }
  | { kind: 'router-advertisement'; lifetime: number; hardware: HardwareAddress | null; prefixes: readonly Prefix6[] }
  | { kind: 'neighbour-solicitation'; target: Address6; hardware: HardwareAddress | null }
  | {
      kind: 'neighbour-advertisement'
      target: Address6
      hardware: HardwareAddress | null
      /** Whether it comes from a router, and whether it was asked for. */
      router: boolean
      solicited: boolean
    }

const TYPES = {
  'unreachable': 1,
  'time-exceeded': 3,
  'echo': 128,
  'echo-reply': 129,
  'router-solicitation': 133,
  'router-advertisement': 134,
  'neighbour-solicitation': 135,
  'neighbour-advertisement': 136,
} as const satisfies Record<Icmp6['kind'], number>

/** Messages between neighbours come with this hop limit, or from elsewhere (RFC 4861, 7.1). */
export const NEIGHBOURLY = 255
export const isNeighbourly = ({ kind }: Icmp6): boolean => TYPES[kind] >= TYPES['router-solicitation']

/** Options (RFC 4861, 4.6): the hardware address of who sends, of who is meant, and a prefix of the wire. */
const OPTIONS = { source: 1, target: 2, prefix: 3 } as const
const ROUTER = 0x8000_0000
const SOLICITED = 0x4000_0000
const OVERRIDE = 0x2000_0000
/** A prefix on the wire, of which addresses may be made (RFC 4861, 4.6.2). */
const ON_LINK_AND_MADE = 0xc0
const FOR_EVER = 0xffff_ffff
const HOP_LIMIT = 64

function putHardware(writer: Writer, option: number, hardware: HardwareAddress | null): void {
  if (hardware !== null) writeHardware(writer.byte(option).byte(1), hardware)
}

function body(writer: Writer, message: Icmp6): void {
  switch (message.kind) {
    case 'echo':
    case 'echo-reply':
      writer.word(message.identifier).word(message.sequence).put(message.data)
      return
    case 'unreachable':
    case 'time-exceeded':
      writer.long(0).put(message.about)
      return
    case 'router-solicitation':
      putHardware(writer.long(0), OPTIONS.source, message.hardware)
      return
    case 'router-advertisement':
      writer.byte(HOP_LIMIT).byte(0).word(message.lifetime).long(0).long(0)
      putHardware(writer, OPTIONS.source, message.hardware)
      for (const { network, bits } of message.prefixes) {
        writer.byte(OPTIONS.prefix).byte(4).byte(bits).byte(ON_LINK_AND_MADE).long(FOR_EVER).long(FOR_EVER).long(0)
        writeAddress6(writer, network)
      }
      return
    case 'neighbour-solicitation':
      putHardware(writeAddress6(writer.long(0), message.target), OPTIONS.source, message.hardware)
      return
    case 'neighbour-advertisement': {
      const flags = (message.router ? ROUTER : 0) + (message.solicited ? SOLICITED : 0) + OVERRIDE
      putHardware(writeAddress6(writer.long(flags), message.target), OPTIONS.target, message.hardware)
    }
  }
}

/** A message as bytes; its checksum counts the addresses between which it goes. */
export function writeIcmp6(message: Icmp6, from: Address6, to: Address6): Uint8Array {
  const code = message.kind === 'unreachable' ? UNREACHABLE6[message.why] : 0
  const writer = new Writer().byte(TYPES[message.kind]).byte(code).word(0)
  body(writer, message)
  const bytes = writer.done()
  const sum = checksum6(from, to, NEXT_HEADERS.icmp6, bytes)
  bytes[2] = sum >>> 8
  bytes[3] = sum
  return bytes
}

interface Options {
  hardware: HardwareAddress | null
  prefixes: Prefix6[]
}

/** What options say; null where one has no length (RFC 4861, 4.6). */
function readOptions(reader: Reader): Options | null {
  const found: Options = { hardware: null, prefixes: [] }
  while (reader.left > 0) {
    const [type, length] = [reader.byte(), reader.byte()]
    if (length === 0) return null
    const bytes = reader.take(length * 8 - 2)
    if (type === OPTIONS.source || type === OPTIONS.target) found.hardware = readHardware(new Reader(bytes))
    if (type === OPTIONS.prefix) found.prefixes.push({ network: address6At(bytes, 14), bits: sure(bytes[0]) })
  }
  return found
}

/** Null for what is damaged or of a kind that nobody here sends. Throws CutShort. */
export function readIcmp6(bytes: Uint8Array, from: Address6, to: Address6): Icmp6 | null {
  if (checksum6(from, to, NEXT_HEADERS.icmp6, bytes) !== 0) return null
  const reader = new Reader(bytes)
  const [type, code] = [reader.byte(), reader.byte()]
  reader.word()
  const kind = (Object.keys(TYPES) as Icmp6['kind'][]).find(one => TYPES[one] === type)
  switch (kind) {
    case undefined:
      return null
    case 'echo':
    case 'echo-reply':
      return { kind, identifier: reader.word(), sequence: reader.word(), data: reader.rest() }
    case 'unreachable': {
      const why = (Object.keys(UNREACHABLE6) as Unreachable6[]).find(one => UNREACHABLE6[one] === code)
      reader.long()
      return why ? { kind, why, about: reader.rest() } : null
    }
    case 'time-exceeded':
      reader.long()
      return { kind, about: reader.rest() }
    case 'router-solicitation': {
      reader.long()
      const options = readOptions(reader)
      return options && { kind, hardware: options.hardware }
    }
    case 'router-advertisement': {
      reader.word()
      const lifetime = reader.word()
      reader.take(8)
      const options = readOptions(reader)
      return options && { kind, lifetime, ...options }
    }
    case 'neighbour-solicitation':
    case 'neighbour-advertisement': {
      const flags = reader.long()
      const target = address6At(reader.take(16), 0)
      const options = readOptions(reader)
      if (!options) return null
      const { hardware } = options
      if (kind === 'neighbour-solicitation') return { kind, target, hardware }
      return { kind, target, hardware, router: flags >= ROUTER, solicited: flags % ROUTER >= SOLICITED }
    }
  }
}
