import { addressText } from '../addresses'
import type { Address } from '../addresses'
import { readIcmp } from '../frames/icmp'
import type { Icmp, Unreachable } from '../frames/icmp'
import { PROTOCOLS } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'

/** So much of a packet is told back to who sent it: its header and 8 bytes (RFC 792). */
export const TOLD = 28

const UNREACHABLE_WORDS: Readonly<Record<Unreachable, string>> = {
  network: 'network unreachable',
  host: 'host unreachable',
  protocol: 'protocol unreachable',
  port: 'port unreachable',
  fragmenting: 'needs fragmenting',
  forbidden: 'forbidden',
}

/** What a message says, as a sentence’s end. */
export function heardWords(message: Icmp, from: Address): string {
  const who = addressText(from)
  if (message.kind === 'echo-reply') return `hears the answer of ${who}`
  if (message.kind === 'time-exceeded') return `is told by ${who}: time to live used up`
  return message.kind === 'unreachable' ? `is told by ${who}: ${UNREACHABLE_WORDS[message.why]}` : `hears ${who}`
}

/** Whether a packet tells what became of another: of such nothing is told in turn (RFC 1122, 3.2.2). */
export function isTelling(packet: Packet): boolean {
  const message = packet.protocol === PROTOCOLS.icmp ? readIcmp(packet.payload) : null
  return message !== null && 'about' in message
}
