import { readAddress, readPrefix } from '../../../ground/addresses/ipv4'
import { prefix6Text, readPrefix6 } from '../../../ground/addresses/ipv6'
import { fittedWith, forwards, hasBridge, isSwitch, mediumOf, portsOf, radiosOf } from '../site'
import type { Device, Medium } from '../site'
import { TRANSPORTS } from '../frames/ipv4'
import { USER } from './kinds/users'
import { AGGREGATOR } from './kinds/aggregation'
import { isVlan } from './kinds/vlans'
import { isPort, wholeNumber } from './numbers'

/** What stands in a path in place of something in angle brackets. */
interface Place {
  fits: (text: string, device: Device) => boolean
  /** What could stand there: names, or a few words with an example. */
  could: (device: Device) => string[]
}

const SUB_INTERFACE = /^(p[1-9]\d?)\.([1-9]\d{0,3})$/
const VLAN_INTERFACE = /^vlan([1-9]\d{0,3})$/
const LOOPBACK = /^loop[1-9]$/

const vlans = new Map<string, number | null>()
const under = new Map<string, string | null>()
/** So many names are kept: the same few are asked for with each frame. */
const MOST_NAMES = 10_000

/** What was found out about a name before, or is now. */
function kept<Found>(known: Map<string, Found>, name: string, find: (name: string) => Found): Found {
  let found = known.get(name)
  if (found === undefined) {
    if (known.size > MOST_NAMES) known.clear()
    found = find(name)
    known.set(name, found)
  }
  return found
}

/** The VLAN of an interface that stands for one: vlan10 on a switch, p1.10 on a router; null for a port. */
export const vlanOf = (name: string): number | null => kept(vlans, name, vlanIn)

function vlanIn(name: string): number | null {
  const found = SUB_INTERFACE.exec(name)?.[2] ?? VLAN_INTERFACE.exec(name)?.[1]
  return found !== undefined && isVlan(found) ? Number(found) : null
}

/** The port on which a sub-interface stands, or the port or radio itself; null for an interface on none. */
export const portUnder = (name: string): string | null => kept(under, name, portIn)

const portIn = (name: string): string | null => SUB_INTERFACE.exec(name)?.[1] ?? (/^[pw]\d/.test(name) ? name : null)

export const isLoopback = (name: string): boolean => LOOPBACK.test(name)

/** Whether it is several ports of a switch that are one. */
export const isAggregator = (name: string, { kind }: Device): boolean => isSwitch(kind) && AGGREGATOR.test(name)

/** Whether a device can have an interface of this name beside its ports. */
export function isOwnInterface(name: string, device: Device): boolean {
  return isAggregator(name, device) || isOwnAddressed(name, device)
}

/** Whether a device can have an interface of this name that has addresses. */
function isOwnAddressed(name: string, device: Device): boolean {
  if (hasBridge(device.kind)) return VLAN_INTERFACE.test(name) && vlanOf(name) !== null
  if (!forwards(device.kind)) return false
  if (isLoopback(name)) return true
  const port = SUB_INTERFACE.exec(name)?.[1]
  return port !== undefined && portsOf(device).includes(port) && vlanOf(name) !== null
}

/** What interfaces a device can have beside its ports, in words; empty where it can have none. */
export function ownInterfaces({ kind }: Device): string {
  if (isSwitch(kind)) return 'an interface on a VLAN such as vlan10, or ports made one such as agg1'
  if (hasBridge(kind)) return 'an interface on a VLAN such as vlan10'
  return forwards(kind) ? 'a sub-interface such as p1.10, or loop1' : ''
}

/** Where an address can be: a switch that doesn’t route has one on a VLAN only. */
const routedPorts = (device: Device): string[] =>
  hasBridge(device.kind) && !forwards(device.kind) ? [] : fittedWith(device)
const withOwn = (names: string[], device: Device): string[] => [...names, ownInterfaces(device)].filter(Boolean)
const shaped = (pattern: RegExp, example: string): Place => ({
  fits: text => pattern.test(text),
  could: () => [example],
})

const portsMadeFor = (device: Device, medium: Medium): string[] =>
  portsOf(device).filter(port => mediumOf(device, port) === medium)

const places: Readonly<Record<string, Place>> = {
  '<port>': { fits: (text, device) => portsOf(device).includes(text), could: portsOf },
  '<copper>': {
    fits: (text, device) => portsMadeFor(device, 'copper').includes(text),
    could: device => portsMadeFor(device, 'copper'),
  },
  '<pair>': {
    fits: (text, device) => portsMadeFor(device, 'pair').includes(text),
    could: device => portsMadeFor(device, 'pair'),
  },
  '<bridged>': {
    fits: (text, device) => portsOf(device).includes(text) || isAggregator(text, device),
    could: device => [...portsOf(device), 'agg1'],
  },
  '<radio>': { fits: (text, device) => radiosOf(device).includes(text), could: radiosOf },
  '<network>': shaped(/^[a-z][a-z0-9-]{0,30}$/, 'a word for a network on the air such as guests'),
  '<interface>': {
    fits: (text, device) => fittedWith(device).includes(text) || isOwnInterface(text, device),
    could: device => withOwn(fittedWith(device), device),
  },
  '<routed>': {
    fits: (text, device) => routedPorts(device).includes(text) || isOwnAddressed(text, device),
    could: device => withOwn(routedPorts(device), device),
  },
  '<vlan>': { fits: isVlan, could: () => ['the number of a VLAN, from 1 to 4094'] },
  '<prefix>': { fits: text => readPrefix(text) !== null, could: () => ['a prefix such as 10.44.10.0/24'] },
  '<prefix6>': {
    fits: text => {
      const prefix = readPrefix6(text)
      return prefix !== null && prefix6Text(prefix) === text
    },
    could: () => ['a prefix such as 2001:db8:44:10::/64'],
  },
  '<address>': { fits: text => readAddress(text) !== null, could: () => ['an address such as 10.44.10.20'] },
  '<filter>': shaped(/^[a-z][a-z0-9-]{0,30}$/, 'the name of a filter such as from-tills'),
  '<rule>': shaped(/^[1-9]\d{0,3}$/, 'the number of a rule such as 10'),
  '<group>': {
    fits: text => wholeNumber(text, 1, 255),
    could: () => ['the number of a group, from 1 to 255'],
  },
  '<transport>': { fits: text => TRANSPORTS.some(one => one === text), could: () => [...TRANSPORTS] },
  '<number>': {
    fits: isPort,
    could: () => ['the number of a port, from 1 to 65535'],
  },
  '<user>': shaped(USER, 'the name of a user such as clerk'),
  '<hardware>': shaped(/^[0-9a-f]{2}(?::[0-9a-f]{2}){5}$/, 'a hardware address such as 02:00:00:00:01:01'),
  '<zone>': shaped(
    /^(?=.{1,120}$)[a-z0-9-]{1,63}(?:\.[a-z0-9-]{1,63})*$/,
    'the name of a zone such as sallowmere.test',
  ),
  '<label>': shaped(/^(?:@|[a-z0-9-]{1,63}(?:\.[a-z0-9-]{1,63}){0,4})$/, 'a name in the zone such as books, or @'),
}

/** Whether a piece of a path fits a piece of a pattern. */
export const fits = (piece: string, pattern: string, device: Device): boolean =>
  places[pattern]?.fits(piece, device) ?? piece === pattern

export const couldBe = (pattern: string, device: Device): string[] => places[pattern]?.could(device) ?? [pattern]
export const isPlace = (pattern: string): boolean => pattern in places
