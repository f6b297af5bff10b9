import type { Address, HardwareAddress } from '../../../ground/addresses/ipv4'
import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import { readHardware, writeHardware } from './ethernet'

/** What a message is for, by its number (RFC 2132, 9.6). */
const MESSAGES = { discover: 1, offer: 2, request: 3, refuse: 6, acknowledge: 5 } as const
export type MessageKind = keyof typeof MESSAGES

/** A message about an address that is lent (RFC 2131), with the options of RFC 2132 that are used here. */
export interface Lending {
  kind: MessageKind
  /** Which request and answer belong together. */
  transaction: number
  hops: number
  /** The address that is lent; 0 in what asks. */
  yours: Address
  /** The relay by which it came; 0 without one. */
  relay: Address
  client: HardwareAddress
  /** Who lends; the address that is asked for. */
  server?: Address
  wanted?: Address
  bits?: number
  router?: Address
  resolver?: Address
  seconds?: number
}

export const PORTS = { server: 67, client: 68 } as const
const COOKIE = 0x63_82_53_63
const BROADCAST = 0x80_00
const OPTION = { mask: 1, router: 3, resolver: 6, wanted: 50, seconds: 51, kind: 53, server: 54, end: 255 } as const
/** The room for the names of a server and of a file, which nobody here uses. */
const NAMES = 192

const isQuestion = (kind: MessageKind): boolean => kind === 'discover' || kind === 'request'

export function writeLending(message: Lending): Uint8Array {
  const writer = new Writer(300)
    .byte(isQuestion(message.kind) ? 1 : 2)
    .byte(1)
    .byte(6)
    .byte(message.hops)
    .long(message.transaction)
    .word(0)
    .word(BROADCAST)
    .long(0)
    .long(message.yours)
    .long(0)
    .long(message.relay)
  writeHardware(writer, message.client)
    .put(new Uint8Array(10 + NAMES))
    .long(COOKIE)
    .byte(OPTION.kind)
    .byte(1)
    .byte(MESSAGES[message.kind])
  const address = (option: number, value: number | undefined): void => {
    if (value !== undefined) writer.byte(option).byte(4).long(value)
  }
  address(OPTION.server, message.server)
  address(OPTION.wanted, message.wanted)
  address(OPTION.seconds, message.seconds)
  address(OPTION.mask, message.bits === undefined ? undefined : 2 ** 32 - 2 ** (32 - message.bits))
  address(OPTION.router, message.router)
  address(OPTION.resolver, message.resolver)
  return writer.byte(OPTION.end).done()
}

/** Null for what is no such message. Throws CutShort. */
export function readLending(bytes: Uint8Array): Lending | null {
  const reader = new Reader(bytes)
  reader.word()
  const [, hops, transaction] = [reader.byte(), reader.byte(), reader.long()]
  reader.long()
  reader.long()
  const yours = reader.long()
  reader.long()
  const relay = reader.long()
  const client = readHardware(reader)
  reader.take(10 + NAMES)
  if (reader.long() !== COOKIE) return null
  const options = new Map<number, Uint8Array>()
  for (let option = reader.byte(); option !== OPTION.end; option = reader.byte())
    if (option !== 0) options.set(option, reader.take(reader.byte()))
  const long = (option: number): number | undefined => {
    const value = options.get(option)
    return value && new Reader(value).long()
  }
  const number = options.get(OPTION.kind)?.[0]
  const kind = (Object.keys(MESSAGES) as MessageKind[]).find(one => MESSAGES[one] === number)
  if (!kind) return null
  const mask = long(OPTION.mask)
  return {
    kind,
    transaction,
    hops,
    yours,
    relay,
    client,
    server: long(OPTION.server),
    wanted: long(OPTION.wanted),
    bits: mask === undefined ? undefined : 32 - Math.log2(2 ** 32 - mask),
    router: long(OPTION.router),
    resolver: long(OPTION.resolver),
    seconds: long(OPTION.seconds),
  }
}
