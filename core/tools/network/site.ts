import { z } from 'zod'

/**
 * What a device is. Servers and printers are hosts that others ask for something; a routing switch is a switch and
 * a router in one; an access point joins what is on the air to its cable; a provider is a part of the outside world,
 * and belongs to somebody else.
 */
export const deviceKind = z.enum([
  'host',
  'server',
  'printer',
  'switch',
  'routing-switch',
  'router',
  'firewall',
  'access-point',
  'provider',
])
export type DeviceKind = z.infer<typeof deviceKind>

/** Whether its ports are those of a switch, each told to which VLANs it belongs. */
export const isSwitch = (kind: DeviceKind): boolean => kind === 'switch' || kind === 'routing-switch'
/** Whether it passes frames on between its ports. */
export const hasBridge = (kind: DeviceKind): boolean => isSwitch(kind) || kind === 'access-point'
/** Whether it forwards packets that aren’t meant for it. */
export const forwards = (kind: DeviceKind): boolean =>
  kind === 'router' || kind === 'firewall' || kind === 'routing-switch' || kind === 'provider'

export const deviceName = z.string().regex(/^[a-z][a-z0-9-]{0,30}$/)
export const portName = z.string().regex(/^p[1-9]\d?$/)

/** What a cable is made of: twisted pairs of copper, glass, or one long pair of wires. */
export const medium = z.enum(['copper', 'fibre', 'pair'])
export type Medium = z.infer<typeof medium>

/** A port by its device and its name: desk-1 p1. */
export const portPlace = z.string().regex(/^[a-z][a-z0-9-]{0,30} p[1-9]\d?$/)
export interface PortPlace {
  device: string
  port: string
}
export const placeText = ({ device, port }: PortPlace): string => `${device} ${port}`
export function readPlace(text: string): PortPlace {
  const [device = '', port = ''] = text.split(' ')
  return { device, port }
}

const point = z.strictObject({ x: z.number(), y: z.number() })

export const device = z.strictObject({
  name: deviceName,
  kind: deviceKind,
  /** So many ports: p1, p2, … */
  ports: z.int().min(0).max(52),
  /** What its ports are made for, where that isn’t copper, by port. */
  sockets: z.record(portName, medium).optional(),
  /** At how many Mbit/s its ports go at most. */
  fastest: z.literal([10, 100, 1000, 10_000]).optional(),
  /** So many radios: w1, w2, … */
  radios: z.int().min(1).max(3).optional(),
  /** Whether it belongs to somebody else, as a provider always does. */
  foreign: z.literal(true).optional(),
  /** Where it stands on the map, from the upper left corner. */
  at: point,
  /** What it is for, in a few words. */
  about: z.string().max(60).optional(),
})
export type Device = z.infer<typeof device>

/** Whether nobody here may tell it anything. */
export const isForeign = ({ kind, foreign }: Device): boolean => kind === 'provider' || foreign === true

/** How large a device is drawn, in units of the map; its antenna is in the middle. */
export const BOX = { width: 110, height: 50 } as const
export const middleOf = ({ at: { x, y } }: Device): Device['at'] => ({ x: x + BOX.width / 2, y: y + BOX.height / 2 })

/** A part of the firm on the map. */
export const area = z.strictObject({
  name: z.string().min(1).max(40),
  at: point,
  width: z.number().min(40),
  height: z.number().min(40),
})
export type Area = z.infer<typeof area>

/** What walls are made of: through a light one (plaster, wood) a signal loses little, through a heavy one more. */
export const wallKind = z.enum(['light', 'heavy'])

/** A wall of the floor plan, from one point to another. */
export const wall = z.strictObject({ from: point, to: point, kind: wallKind.default('light') })
export type Wall = z.infer<typeof wall>

export interface Site {
  devices: readonly Device[]
  areas: readonly Area[]
  walls: readonly Wall[]
}

/** So long is one unit of the map. */
export const METRES_PER_UNIT = 0.1

/** A cable joins two ports, each written as a port’s place; the earlier one in the alphabet first. */
export interface Cable {
  from: string
  to: string
  /** Whether it damages most of what goes through it. Nobody sees that from outside. */
  faulty?: true
  /** Whether it crosses its pairs, so that what one end sends on is what the other listens on. */
  crossed?: true
}

/** A cable as a text by which it is told apart from others. */
export const cableText = ({ from, to, faulty, crossed }: Cable): string =>
  `${from} ${to}${faulty ? ' faulty' : ''}${crossed ? ' crossed' : ''}`

export const cableOf = (one: string, other: string, crossed = false): Cable => ({
  ...(one < other ? { from: one, to: other } : { from: other, to: one }),
  ...(crossed ? { crossed } : {}),
})

export const deviceNamed = (site: Site, name: string): Device | undefined => site.devices.find(one => one.name === name)

export const portsOf = ({ ports }: Device): string[] => Array.from({ length: ports }, (_, at) => `p${at + 1}`)

export const mediumOf = ({ sockets }: Device, port: string): Medium => sockets?.[port] ?? 'copper'
/** At how many Mbit/s its ports go at most. */
export const fastestOf = ({ fastest = 1000 }: Device): number => fastest

export const radiosOf = ({ radios = 0 }: Device): string[] => Array.from({ length: radios }, (_, at) => `w${at + 1}`)
/** The interfaces that it has by what it is made of. */
export const fittedWith = (device: Device): string[] => [...portsOf(device), ...radiosOf(device)]

/** What a port of a site is made for. */
export function mediumAt(site: Site, place: string): Medium {
  const { device: name, port } = readPlace(place)
  const found = deviceNamed(site, name)
  return found ? mediumOf(found, port) : 'copper'
}

/** Radios have the hardware addresses from here on in their device’s block of 256. */
const FIRST_RADIO = 0x80

/**
 * The hardware address of a port or a radio: one of those that anybody may give (IEEE 802, bit of local
 * administration).
 */
export function hardwareOf(site: Site, { device: name, port }: PortPlace): number {
  const at = site.devices.findIndex(one => one.name === name)
  const place = Number(port.slice(1)) + (port.startsWith('w') ? FIRST_RADIO : 0)
  return 0x02_00_00_00_00_00 + (at + 1) * 256 + place
}
