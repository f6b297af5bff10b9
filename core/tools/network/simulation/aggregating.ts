import { carriedBy, CARRIES, HEAD, receiverOf, senderOf } from '../frames/ethernet'
import type { Settings } from '../settings/paths'
import { toldBy } from '../settings/told'
import type { Device } from '../site'
import type { Link } from './node'

/** Where the addresses stand in an IPv4 packet (RFC 791, 3.1): the last byte of each. */
const ADDRESS_ENDS = [15, 19] as const

/**
 * Ports that are one link together (IEEE 802.1AX), told so on each side. Which of them a frame takes follows from
 * who talks to whom, so that no conversation overtakes itself.
 */
export class Aggregation {
  /** The ports that are one, by what they are together. */
  readonly members: ReadonlyMap<string, readonly string[]>
  readonly #of: ReadonlyMap<string, string>

  constructor(device: Device, settings: Settings) {
    this.#of = toldBy(device, settings, 'interfaces/<port>/aggregation/aggregator')
    const members = new Map<string, string[]>()
    for (const [port, of] of this.#of) members.set(of, [...(members.get(of) ?? []), port].sort())
    this.members = members
  }

  /** What a port is a part of; the port itself where it is none. */
  whole(port: string): string {
    return this.#of.get(port) ?? port
  }

  has(port: string): boolean {
    return this.#of.has(port)
  }

  /** A link by which what is sent to several ports that are one goes by one of those that are up. */
  over(link: Link, shut: ReadonlySet<string>): Link {
    const upIn = (whole: string): string[] =>
      shut.has(whole) ? [] : (this.members.get(whole) ?? []).filter(port => link.isUp(port))
    return {
      ...link,
      get now() {
        return link.now
      },
      send: (port, frame) => {
        if (!this.members.has(port)) {
          link.send(port, frame)
          return
        }
        const up = upIn(port)
        const chosen = up[conversationOf(frame) % up.length]
        if (chosen !== undefined) link.send(chosen, frame)
      },
      isUp: port => (this.members.has(port) ? upIn(port).length > 0 : link.isUp(port)),
    }
  }
}

/** A number that is the same for all that goes from one to another. */
function conversationOf(frame: Uint8Array): number {
  const between = (receiverOf(frame) ^ senderOf(frame)) & 0xff
  if (carriedBy(frame) !== CARRIES.ipv4) return between
  return ADDRESS_ENDS.reduce((so, at) => so ^ (frame[HEAD + at] ?? 0), between)
}
