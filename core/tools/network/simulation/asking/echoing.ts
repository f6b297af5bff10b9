import { addressText } from '../../../../ground/addresses/ipv4'
import type { Address } from '../../../../ground/addresses/ipv4'
import { address6Text } from '../../../../ground/addresses/ipv6'
import type { Address6 } from '../../../../ground/addresses/ipv6'
import { wordAt } from '../../bytes/reading'
import type { Icmp6 } from '../../frames/icmp6'
import { HEAD6, readHead6 } from '../../frames/ipv6'
import { heardWords6 } from '../ipv6/telling'
import { heardWords } from '../telling'
import { isAbout } from './asker'
import type { Asker } from './asker'

/** What came back for an echo request. */
export interface Back {
  kind: string
  from: string
  /** What it says, as a sentence’s end. */
  words: string
}

/** Asks somebody for an echo, by IPv4 or by IPv6. */
export interface Echoing {
  to: string
  /** False where there is no way, or no address to ask from. */
  ask(sequence: number, data: Uint8Array, hops?: number): boolean
  /** Calls back for whatever comes back that belongs to it; null for no longer. */
  hear(take: ((back: Back) => void) | null): void
}

/** Echoes by ICMP (RFC 792). */
export function echoing4({ machine: { stack }, number }: Asker, to: Address): Echoing {
  return {
    to: addressText(to),
    ask: (sequence, data, hops) => stack.say(to, { kind: 'echo', identifier: number, sequence, data }, hops),
    hear(take) {
      stack.heard =
        take &&
        (({ message, from }) => {
          if (!isAbout(message, number)) return
          take({ kind: message.kind, from: addressText(from), words: heardWords(message, from) })
        })
    },
  }
}

/** Where the identifier of an echo stands in a control message (RFC 4443, 4.1). */
const IDENTIFIER_AT = 4

/** Whether a message answers an echo of this identifier, or tells what became of one. */
function isAbout6(message: Icmp6, identifier: number): boolean {
  if ('identifier' in message) return message.identifier === identifier
  if (!('about' in message) || !readHead6(message.about)) return false
  return wordAt(message.about, HEAD6 + IDENTIFIER_AT) === identifier
}

/** Echoes by ICMPv6 (RFC 4443). */
export function echoing6({ machine: { stack6 }, number }: Asker, to: Address6): Echoing {
  return {
    to: address6Text(to),
    ask: (sequence, data, hops) => stack6.say(to, { kind: 'echo', identifier: number, sequence, data }, hops),
    hear(take) {
      stack6.heard =
        take &&
        (({ message, from }) => {
          if (!isAbout6(message, number)) return
          take({ kind: message.kind, from: address6Text(from), words: heardWords6(message, from) })
        })
    },
  }
}

/** Does something while it is listened to what comes back. */
export function whileHeard<Result>(echoing: Echoing, work: (back: Back[]) => Result): Result {
  const back: Back[] = []
  echoing.hear(one => back.push(one))
  const result = work(back)
  echoing.hear(null)
  return result
}
