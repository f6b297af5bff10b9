import { address6Text } from '../../addresses6'
import type { Address6 } from '../../addresses6'
import type { Icmp6, Unreachable6 } from '../../frames/icmp6'

/** So much of a packet is told back to who sent it: within 1280 bytes with the heads before it (RFC 4443, 3.1). */
export const TOLD6 = 1280 - 48

const UNREACHABLE_WORDS: Readonly<Record<Unreachable6, string>> = {
  network: 'network unreachable',
  forbidden: 'forbidden',
  host: 'host unreachable',
  port: 'port unreachable',
}

/** What a message says, as a sentence’s end. */
export function heardWords6(message: Icmp6, from: Address6): string {
  const who = address6Text(from)
  if (message.kind === 'echo-reply') return `hears the answer of ${who}`
  if (message.kind === 'time-exceeded') return `is told by ${who}: hop limit used up`
  return message.kind === 'unreachable' ? `is told by ${who}: ${UNREACHABLE_WORDS[message.why]}` : `hears ${who}`
}
