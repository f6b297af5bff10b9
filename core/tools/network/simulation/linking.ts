import { DUPLEXES, FIXED_MOST, SPEEDS } from '../settings/kinds/ethernet'
import type { Duplex, Side } from '../settings/kinds/ethernet'
import type { Settings } from '../settings/paths'
import { told, toldBy } from '../settings/told'
import { fastestOf, isSwitch, mediumOf } from '../site'
import type { Device, Medium } from '../site'

/** One end of a cable, as far as its link depends on it. */
export interface End {
  medium: Medium
  /** The most that it can, in Mbit/s. */
  fastest: number
  /** Whether it sends on the pairs on which others listen, as switches do (IEEE 802.3, MDI-X). */
  crossed: boolean
  side: Side
  /** What a copper port is told; null for nothing. */
  negotiates: boolean
  speed: number | null
  duplex: Duplex | null
}

/** What two ends of a cable come to: at what speed in Mbit/s, and how each end talks; or why they don’t. */
export type Linked = { up: true; speed: number; duplex: readonly [Duplex, Duplex] } | { up: false; why: string }

/** From here on ports find out themselves which pairs to send on (IEEE 802.3, 40.4.4). */
export const CROSSES_ITSELF = 1000
/** A long pair of wires (IEEE 802.3, 2BASE-TL). */
const PAIR_SPEED = 2

const up = (speed: number, one: Duplex = 'full', other: Duplex = one): Linked => ({
  up: true,
  speed,
  duplex: [one, other],
})
const down = (why: string): Linked => ({ up: false, why })

/** The end of a cable in a port. */
export function endAt(device: Device, settings: Settings, port: string): End {
  const at = (leaf: string): string | undefined =>
    toldBy(device, settings, `interfaces/<copper>/ethernet/${leaf}`).get(port)
  const speed = at('speed')
  return {
    medium: mediumOf(device, port),
    fastest: fastestOf(device),
    crossed: isSwitch(device.kind),
    negotiates: at('auto-negotiation') !== 'false',
    speed: speed === undefined ? null : Number(speed),
    duplex: (at('duplex') as Duplex | undefined) ?? null,
    side: (told(device, settings, 'interfaces/<pair>/line/side').find(one => one.at[0] === port)?.value ??
      'remote') as Side,
  }
}

/** What two ends come to. `crossed`: whether the cable between them crosses its pairs. */
export function linked(one: End, other: End, crossed: boolean): Linked {
  if (one.medium !== other.medium) return down(`${one.medium} and ${other.medium} don’t fit each other`)
  if (one.medium === 'fibre')
    return one.fastest === other.fastest
      ? up(one.fastest)
      : down(`one end sends ${one.fastest} Mbit/s by light, the other ${other.fastest}`)
  if (one.medium === 'pair')
    return one.side === other.side ? down(`both ends of the line are ${one.side}`) : up(PAIR_SPEED)
  const finds = [one, other].some(({ fastest }) => fastest >= CROSSES_ITSELF)
  if (!finds && (one.crossed !== other.crossed) === crossed)
    return down('both send on the same pairs, and nobody listens there')
  return agreed(one, other)
}

function agreed(one: End, other: End): Linked {
  if (one.negotiates && other.negotiates) return negotiated(one, other)
  if (one.negotiates) return turned(heardBy(other, one))
  if (other.negotiates) return heardBy(one, other)
  const [first, second] = [fixedOf(one), fixedOf(other)]
  return first.speed === second.speed
    ? up(first.speed, first.duplex, second.duplex)
    : down(`one end is set to ${first.speed} Mbit/s, the other to ${second.speed}`)
}

const turned = (link: Linked): Linked => (link.up ? { ...link, duplex: [link.duplex[1], link.duplex[0]] } : link)

const fixedOf = ({ fastest, speed, duplex }: End): { speed: number; duplex: Duplex } => ({
  speed: speed ?? Math.min(fastest, FIXED_MOST),
  duplex: duplex ?? 'full',
})

const can = ({ fastest, speed, duplex }: End, at: number, how: Duplex): boolean =>
  at <= fastest && (speed ?? at) === at && (duplex ?? how) === how && (how === 'full' || at <= FIXED_MOST)

/** The best that both offer: the fastest, and of that with both at once rather than one at a time (28B.3). */
function negotiated(one: End, other: End): Linked {
  for (const speed of SPEEDS.map(Number).reverse())
    for (const how of DUPLEXES) if (can(one, speed, how) && can(other, speed, how)) return up(speed, how)
  return down('the ends offer nothing that both can')
}

/**
 * One end is set, and says nothing about it: the other hears at what speed it sends, and has to believe that it talks
 * one at a time (IEEE 802.3, 28.2.3.1).
 */
function heardBy(set: End, hearing: End): Linked {
  const { speed, duplex } = fixedOf(set)
  return can(hearing, speed, 'half')
    ? up(speed, duplex, 'half')
    : down(`one end is set to ${speed} Mbit/s and doesn’t agree on anything, which the other can’t follow`)
}
