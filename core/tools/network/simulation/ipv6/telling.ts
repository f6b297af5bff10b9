import { address6Text } from '../../../../ground/addresses/ipv6'
import type { Address6 } from '../../../../ground/addresses/ipv6'
import type { Icmp6 } from '../../frames/icmp6'
import { messageWords } from '../telling'

/** So much of a packet is told back to who sent it: within 1280 bytes with the heads before it (RFC 4443, 3.1). */
export const TOLD6 = 1280 - 48

export const heardWords6 = (message: Icmp6, from: Address6): string =>
  messageWords(message, address6Text(from), 'hop limit')
