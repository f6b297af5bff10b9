import { z } from 'zod'
import { sure } from '../../ground/sure'
import { RECORD_KINDS } from './frames/dns'
import { TRANSPORTS } from './frames/ipv4'
import { USER } from './settings/kinds/users'
import { matchPath } from './settings/paths'
import type { Settings } from './settings/paths'
import { contradiction } from './settings/checking'
import { area, cableOf, device, deviceNamed, fittedWith, mediumAt, portPlace, portsOf, readPlace, wall } from './site'
import type { Cable, Site } from './site'

/** An address, or a name. */
const goal = { device: z.string(), to: z.string().max(253) }

/** Something that is tried from a device. */
export const ask = z.discriminatedUnion('what', [
  /** How many bytes are sent along, and how often, one right after the other. */
  z.strictObject({
    what: z.literal('ping'),
    ...goal,
    bytes: z.int().min(0).max(9000).optional(),
    times: z.int().min(1).max(100).optional(),
  }),
  /** Who is on the way. */
  z.strictObject({ what: z.literal('trace'), ...goal }),
  z.strictObject({
    what: z.literal('connect'),
    ...goal,
    transport: z.enum(TRANSPORTS).default('tcp'),
    port: z.int().min(1).max(65_535),
  }),
  z.strictObject({
    what: z.literal('lookup'),
    device: z.string(),
    name: z.string().max(253),
    type: z.enum(RECORD_KINDS).default('a'),
  }),
  /** Wants to be let in by a device: by password, or by the key of the device from which it is tried. */
  z.strictObject({
    what: z.literal('login'),
    ...goal,
    user: z.string().regex(USER),
    password: z.string().max(63).optional(),
  }),
])
export type Ask = z.infer<typeof ask>

/** A site as content writes it. */
export const networkSetup = z.strictObject({
  areas: z.array(area).default([]),
  walls: z.array(wall).max(200).default([]),
  devices: z
    .array(device.extend({ set: z.record(z.string(), z.string()).default({}) }))
    .min(1)
    .max(80),
  /**
   * Pairs of ports, each as “desk-1 p1”; a cable that damages what goes through it is faulty, one whose pairs cross
   * is crossed.
   */
  cables: z
    .array(z.tuple([portPlace, portPlace]).rest(z.enum(['faulty', 'crossed'])))
    .max(400)
    .default([]),
})
export type NetworkSetup = z.infer<typeof networkSetup>

/** What every device has been told. */
export type AllSettings = Readonly<Record<string, Settings>>

export interface NetworkState {
  site: Site
  cables: readonly Cable[]
  /** What is in force, by device. */
  running: AllSettings
  /** What a device would be told next, whole, where that differs. */
  pending: AllSettings
  /** What was in force before, the newest last: what `undo` goes back to. */
  earlier: Readonly<Record<string, readonly Settings[]>>
  /** What was tried since anything changed. */
  asked: readonly Ask[]
}

/** Throws a RangeError where the setup contradicts itself. */
export function initial({ areas, walls, devices, cables }: NetworkSetup): NetworkState {
  const site: Site = { areas, walls, devices: devices.map(({ set: _, ...one }) => one) }
  const names = devices.map(({ name }) => name)
  const twice = names.find((name, at) => names.indexOf(name) !== at)
  if (twice) throw new RangeError(`Two devices are called ${twice}.`)
  for (const { set, ...one } of devices) {
    if (fittedWith(one).length === 0) throw new RangeError(`${one.name} has neither a port nor a radio.`)
    const nowhere = Object.keys(one.sockets ?? {}).find(port => !portsOf(one).includes(port))
    if (nowhere) throw new RangeError(`There is no port ${one.name} ${nowhere}.`)
    for (const [path, value] of Object.entries(set)) {
      const found = matchPath(one, path)
      if (!found.ok) throw new RangeError(`${one.name} has no setting ${path}.`)
      const read = found.kind.read(value)
      if (!read.ok) throw new RangeError(`${one.name}, ${path}: ${value} is not ${read.expected}.`)
    }
    const wrong = contradiction(one, set)
    if (wrong) throw new RangeError(`${one.name}: ${wrong}`)
  }
  const used = new Set<string>()
  for (const place of cables.flatMap(([from, to]) => [from, to])) {
    const { device: name, port } = readPlace(place)
    const one = deviceNamed(site, name)
    if (!one || !portsOf(one).includes(port)) throw new RangeError(`There is no port ${place}.`)
    if (used.has(place)) throw new RangeError(`Two cables are in ${place}.`)
    used.add(place)
  }
  for (const [from, to] of cables) {
    const [one, other] = [from, to].map(place => mediumAt(site, place))
    if (one !== other) throw new RangeError(`${from} is made for ${sure(one)}, and ${to} for ${sure(other)}.`)
  }
  return {
    site,
    cables: cables.map(([from, to, ...what]) => ({
      ...cableOf(from, to, what.includes('crossed')),
      ...(what.includes('faulty') ? { faulty: true } : {}),
    })),
    running: Object.fromEntries(devices.map(({ name, set }) => [name, set])),
    pending: {},
    earlier: {},
    asked: [],
  }
}
