import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import type { Address, HardwareAddress } from '../../../ground/addresses/ipv4'
import { CARRIES, readHardware, writeHardware } from './ethernet'

/** Who has an address? (RFC 826, for Ethernet and IPv4.) */
export interface Arp {
  kind: 'request' | 'reply'
  fromHardware: HardwareAddress
  from: Address
  /** 0 in a request: that is what is asked. */
  toHardware: HardwareAddress
  to: Address
}

const ETHERNET = 1

export function writeArp({ kind, fromHardware, from, toHardware, to }: Arp): Uint8Array {
  const writer = new Writer().word(ETHERNET).word(CARRIES.ipv4).byte(6).byte(4)
  writer.word(kind === 'request' ? 1 : 2)
  writeHardware(writer, fromHardware).long(from)
  writeHardware(writer, toHardware).long(to)
  return writer.done()
}

/** Null for what asks in other words than Ethernet’s and IPv4’s. Throws CutShort. */
export function readArp(bytes: Uint8Array): Arp | null {
  const reader = new Reader(bytes)
  const [hardware, protocol, lengths, operation] = [reader.word(), reader.word(), reader.word(), reader.word()]
  if (hardware !== ETHERNET || protocol !== CARRIES.ipv4 || lengths !== 0x0604) return null
  if (operation !== 1 && operation !== 2) return null
  const [fromHardware, from] = [readHardware(reader), reader.long()]
  const [toHardware, to] = [readHardware(reader), reader.long()]
  return { kind: operation === 1 ? 'request' : 'reply', fromHardware, from, toHardware, to }
}
