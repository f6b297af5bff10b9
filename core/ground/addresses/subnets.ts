import { sure } from '../sure'
import { broadcastOf, readPrefix } from './ipv4'
import type { Address, Prefix } from './ipv4'

/** What a prefix has room for: its hosts, from the first to the last, and how many they are. */
export interface Room {
  first: Address
  last: Address
  hosts: number
}

/** The hosts of a prefix: all addresses but the first and the last; of two or one every one (RFC 3021). */
export function roomOf(prefix: Prefix): Room {
  const [first, last] = [prefix.network, broadcastOf(prefix)]
  if (prefix.bits >= 31) return { first, last, hosts: last - first + 1 }
  return { first: first + 1, last: last - 1, hosts: last - first - 1 }
}

/** Both halves of a prefix. Throws a RangeError for a single address. */
function halvesOf({ network, bits }: Prefix): [Prefix, Prefix] {
  if (bits >= 32) throw new RangeError('A single address has no halves.')
  return [
    { network, bits: bits + 1 },
    { network: network + 2 ** (31 - bits), bits: bits + 1 },
  ]
}

/** A block cut into so many equal parts as bits more allow: 1 for two, 2 for four. Throws a RangeError. */
export function equalParts(block: Prefix, more: number): Prefix[] {
  if (more < 0 || block.bits + more > 32 || more > 8) throw new RangeError('It can’t be cut into so many parts.')
  let parts = [block]
  for (let cut = 0; cut < more; cut += 1) parts = parts.flatMap(halvesOf)
  return parts
}

/** The parts with one of them cut into its halves. */
export const halved = (parts: readonly Prefix[], at: number): Prefix[] =>
  parts.flatMap((part, place) => (place === at ? halvesOf(part) : [part]))

/** Where the other half of a part stands, as a part of its own; −1 where it doesn’t. */
export function otherHalf(parts: readonly Prefix[], at: number): number {
  const part = parts[at]
  if (!part || part.bits === 0) return -1
  const size = 2 ** (32 - part.bits)
  const network = Math.floor(part.network / size) % 2 === 0 ? part.network + size : part.network - size
  return parts.findIndex(one => one.network === network && one.bits === part.bits)
}

/** The parts with one and its other half made one again; the same where that isn’t there. */
export function rejoined(parts: readonly Prefix[], at: number): Prefix[] {
  const other = otherHalf(parts, at)
  if (other < 0) return [...parts]
  const [first, second] = [Math.min(at, other), Math.max(at, other)]
  const whole = { network: sure(parts[first]).network, bits: sure(parts[first]).bits - 1 }
  return [...parts.slice(0, first), whole, ...parts.slice(second + 1)]
}

/** The longest prefix that has room for so many hosts; null where none has. */
export function bitsFor(hosts: number): number | null {
  for (let bits = 30; bits >= 0; bits -= 1) if (2 ** (32 - bits) - 2 >= hosts) return hosts >= 1 ? bits : null
  return null
}

/** A block that somebody typed: 10.44.64.0/24. */
export const readBlock = (text: string): Prefix | null => readPrefix(text.trim())
