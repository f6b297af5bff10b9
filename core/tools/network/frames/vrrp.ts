import type { Address } from '../../../ground/addresses/ipv4'
import { checksumBetween } from '../bytes/checksum'
import { Reader } from '../bytes/reading'
import { putWord, Writer } from '../bytes/writing'
import { PROTOCOLS } from './ipv4'

/** What the router says that stands in for an address at the moment (RFC 5798, 5.1). */
export interface Advertisement {
  /** The number of the group. */
  group: number
  priority: number
  addresses: readonly Address[]
}

/** To all routers that speak so (RFC 5798, 5.1.1.2), with this life: what came from elsewhere has lost some of it. */
export const VRRP_GROUP: Address = 0xe0_00_00_12
export const VRRP_LIFE = 255
const VERSION_AND_TYPE = 0x31
/** Said every second, in hundredths. */
const INTERVAL = 100
const CHECKSUM = 6

/** The hardware address of a group (RFC 5798, 7.3). */
export const hardwareOfGroup = (group: number): number => 0x00_00_5e_00_01_00 + group

export function writeAdvertisement({ group, priority, addresses }: Advertisement, from: Address): Uint8Array {
  const writer = new Writer(20).byte(VERSION_AND_TYPE).byte(group).byte(priority).byte(addresses.length)
  writer.word(INTERVAL).word(0)
  for (const address of addresses) writer.long(address)
  const bytes = writer.done()
  const sum = checksumBetween(from, VRRP_GROUP, PROTOCOLS.vrrp, bytes)
  putWord(bytes, CHECKSUM, sum)
  return bytes
}

/** Null for what was damaged, or is of another version. Throws CutShort. */
export function readAdvertisement(bytes: Uint8Array, from: Address): Advertisement | null {
  if (checksumBetween(from, VRRP_GROUP, PROTOCOLS.vrrp, bytes) !== 0) return null
  const reader = new Reader(bytes)
  if (reader.byte() !== VERSION_AND_TYPE) return null
  const [group, priority, count] = [reader.byte(), reader.byte(), reader.byte()]
  reader.long()
  return { group, priority, addresses: Array.from({ length: count }, () => reader.long()) }
}
