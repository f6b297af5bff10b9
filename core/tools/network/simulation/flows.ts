import { sure } from '../../../ground/sure'
import { wordAt } from '../bytes/reading'
import { readIcmp } from '../frames/icmp'
import { PROTOCOLS, readHead } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'
import type { Flow } from '../settings/rules'

/** Where the identifier of an echo stands (RFC 792), and its type. */
const IDENTIFIER_AT = 4
const ECHOES: readonly number[] = [0, 8]

export const hasPorts = ({ protocol, payload }: Packet): boolean =>
  (protocol === PROTOCOLS.tcp || protocol === PROTOCOLS.udp) && payload.length >= 4

export const isEcho = ({ protocol, payload }: Packet): boolean =>
  protocol === PROTOCOLS.icmp && payload.length >= 8 && ECHOES.includes(sure(payload[0]))

/** Where a packet comes from and goes to, with the ports of it; an echo has its identifier on both sides. */
export function flowOf(packet: Packet): Flow {
  const { protocol, from, to, payload } = packet
  if (hasPorts(packet)) return { protocol, from, to, fromPort: wordAt(payload, 0), toPort: wordAt(payload, 2) }
  const identifier = isEcho(packet) ? wordAt(payload, IDENTIFIER_AT) : null
  return { protocol, from, to, fromPort: identifier, toPort: identifier }
}

export const turned = ({ protocol, from, to, fromPort, toPort }: Flow): Flow => ({
  protocol,
  from: to,
  to: from,
  fromPort: toPort,
  toPort: fromPort,
})

export const flowKey = ({ protocol, from, to, fromPort, toPort }: Flow): string =>
  `${protocol} ${from} ${fromPort ?? ''} ${to} ${toPort ?? ''}`

/** The packet of which a message tells what became of it; null for what isn’t such a message. */
export function toldOf(packet: Packet): Packet | null {
  if (packet.protocol !== PROTOCOLS.icmp || isEcho(packet)) return null
  const message = readIcmp(packet.payload)
  return message && 'about' in message ? readHead(message.about) : null
}

/** The flow that a packet answers: the one that it turns round, or the one of which it tells what became of it. */
export function answered(packet: Packet): Flow {
  const about = toldOf(packet)
  return about ? flowOf(about) : turned(flowOf(packet))
}
