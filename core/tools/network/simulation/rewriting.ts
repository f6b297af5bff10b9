import type { Address } from '../../../ground/addresses/ipv4'
import { checksum, checksumBetween } from '../bytes/checksum'
import { wordAt } from '../bytes/reading'
import { putWord } from '../bytes/writing'
import { readIcmp, writeIcmp } from '../frames/icmp'
import { PROTOCOLS, readHead, writePacket } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'
import { hasPorts, isEcho } from './flows'

/** What becomes of one side of a packet. */
export interface Side {
  address: Address
  /** Null where the port, or the identifier, stays. */
  port: number | null
}

/** Where the checksum stands in what a packet carries. */
const CHECKSUM_AT: Readonly<Record<number, number>> = { [PROTOCOLS.tcp]: 16, [PROTOCOLS.udp]: 6, [PROTOCOLS.icmp]: 2 }
const IDENTIFIER_AT = 4

/** A packet with another sender or another receiver, its ports and checksums with it (RFC 3022, 4.1). */
export function rewritten(packet: Packet, which: 'from' | 'to', { address, port }: Side): Packet {
  const changed: Packet = { ...packet, [which]: address, payload: Uint8Array.from(packet.payload) }
  const { payload, protocol } = changed
  if (port !== null && hasPorts(packet)) putWord(payload, which === 'from' ? 0 : 2, port)
  if (port !== null && isEcho(packet)) putWord(payload, IDENTIFIER_AT, port)
  const at = CHECKSUM_AT[protocol]
  // A packet that is told back is cut off: where its checksum isn’t there, there is none to put right.
  if (at === undefined || payload.length < at + 2) return changed
  putWord(payload, at, 0)
  const sum =
    protocol === PROTOCOLS.icmp ? checksum(payload) : checksumBetween(changed.from, changed.to, protocol, payload)
  putWord(payload, at, protocol === PROTOCOLS.udp ? sum || 0xffff : sum)
  return changed
}

/** A message with the packet of which it tells rewritten: it went the other way, so its other side is (RFC 5508, 4). */
export function rewrittenAbout(packet: Packet, which: 'from' | 'to', side: Side): Packet {
  const message = readIcmp(packet.payload)
  if (!message || !('about' in message)) return packet
  const told = readHead(message.about)
  if (!told) return packet
  const length = wordAt(message.about, 2)
  const written = writePacket(rewritten(told, which, side))
  const about = withLength(written, length)
  return { ...packet, payload: writeIcmp({ ...message, about }) }
}

/** The head of a cut-off packet announces how long the whole one was. */
function withLength(head: Uint8Array, length: number): Uint8Array {
  putWord(head, 2, length)
  putWord(head, 10, 0)
  putWord(head, 10, checksum(head.subarray(0, 20)))
  return head
}
