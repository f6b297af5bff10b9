import { addressText } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'
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

/** What a message of either version says, as a sentence’s end. `limit`: what ran out where it went too far. */
export function messageWords(message: { kind: string; why?: Unreachable }, who: string, limit: string): string {
  if (message.kind === 'echo-reply') return `hears the answer of ${who}`
  if (message.kind === 'time-exceeded') return `is told by ${who}: ${limit} used up`
  return message.why ? `is told by ${who}: ${UNREACHABLE_WORDS[message.why]}` : `hears ${who}`
}

export const heardWords = (message: Icmp, from: Address): string =>
  messageWords(message, addressText(from), 'time to live')

/** Whether a packet tells what became of another: of such nothing is told in turn (RFC 1122, 3.2.2). */
export function isTelling(packet: Packet): boolean {
  const message = packet.protocol === PROTOCOLS.icmp ? readIcmp(packet.payload) : null
  return message !== null && 'about' in message
}
