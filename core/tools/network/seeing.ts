import { addressText, hardwareText } from '../../ground/addresses/ipv4'
import { address6Text, isLinkLocal } from '../../ground/addresses/ipv6'
import { sure } from '../../ground/sure'
import { runOf } from './running'
import { publicKeyOf } from './settings/keys'
import { settingKinds } from './settings/kinds'
import type { Duplex } from './settings/kinds/ethernet'
import { onHosts } from './settings/kinds/kind'
import type { Group, SettingKind } from './settings/kinds'
import { differing, interfacesIn, matchPath } from './settings/paths'
import type { Settings } from './settings/paths'
import { fits, isOwnInterface, isPlace, portUnder } from './settings/places'
import { Aggregation } from './simulation/aggregating'
import type { Heard } from './simulation/air/joining'
import { route6Text } from './simulation/ipv6/routes'
import type { Own6 } from './simulation/ipv6/stack'
import type { Machine } from './simulation/machine'
import type { Network } from './simulation/network'
import { routeText } from './simulation/routes'
import { fittedWith, hardwareOf, isForeign, mediumOf, placeText, portsOf } from './site'
import type { Device, Medium, PortPlace } from './site'
import type { NetworkState } from './state'

/** A setting of a device as a screen shows it. */
export interface SettingSeen {
  path: string
  /** The pattern of its path, and what stands at its places. */
  kind: string
  at: readonly string[]
  title: string
  about: string
  group: Group
  /** The interface whose setting it is; null for one of the whole device. */
  port: string | null
  choices: readonly string[]
  /** What holds where nothing is set. */
  usual: string
  /** What is in force, and what would be; empty where nothing is set. */
  running: string
  pending: string
}

export interface PortSeen {
  name: string
  up: boolean
  /** How fast its cable is in Mbit/s, and how its end talks; null without a link by cable. */
  link: { speed: number; duplex: Duplex } | null
  medium: Medium
  /** Where its cable goes; empty without one. */
  to: string
  hardware: string
  address: string
  /** What it is a part of, with other ports; empty for one by itself. */
  part: string
  /** Whether it is a port, and no interface on a VLAN or on none. */
  isPort: boolean
}

export interface DeviceSeen {
  device: Device
  /** Whether it belongs to somebody else, and can’t be told anything. */
  foreign: boolean
  ports: readonly PortSeen[]
  settings: readonly SettingSeen[]
  pending: readonly { path: string; before: string; after: string }[]
  canUndo: boolean
  tables: readonly { title: string; rows: readonly (readonly string[])[] }[]
}

/** Which settings would change. */
export function differences(state: NetworkState, name: string): { path: string; before: string; after: string }[] {
  const running = state.running[name] ?? {}
  const pending = state.pending[name] ?? running
  return differing(running, pending)
    .sort()
    .map(path => ({ path, before: running[path] ?? '', after: pending[path] ?? '' }))
}

/** The addresses of a device by interface: those that it was told, and those that were lent to it. */
export const addressesIn = ({ stack, stack6 }: Machine): { port: string; address: string }[] => [
  ...stack.own.map(({ port, address, bits }) => ({ port, address: `${addressText(address)}/${bits}` })),
  ...stack6.own
    .filter(({ address, state }) => state === 'valid' && !isLinkLocal(address))
    .map(({ port, address, bits }) => ({ port, address: `${address6Text(address)}/${bits}` })),
]

export function deviceSeen(state: NetworkState, device: Device): DeviceSeen {
  const { network } = runOf(state)
  const { name } = device
  const running = state.running[name] ?? {}
  const pending = state.pending[name] ?? running
  const machine = sure(network.machine(name))
  const addresses = addressesIn(machine)
  const whole = new Aggregation(device, pending).members
  const own = [...new Set([...interfacesIn({ ...running, ...pending }), ...whole.keys()])]
    .filter(port => isOwnInterface(port, device))
    .sort()
  const onAir = joinedBy(network, device)
  const peerOf = (port: string): string => {
    if (whole.has(port)) return sure(whole.get(port)).join(', ')
    if (port.startsWith('w')) return onAir.get(port)?.join(', ') ?? ''
    const place = placeText({ device: name, port })
    const cable = state.cables.find(({ from, to }) => from === place || to === place)
    return cable ? (cable.from === place ? cable.to : cable.from) : ''
  }
  const portSeen = (port: string): PortSeen => ({
    name: port,
    up: machine.isUp(port) || onAir.has(port),
    link: linkSeen(network, { device: name, port }),
    medium: mediumOf(device, port),
    to: peerOf(port),
    hardware: hardwareText(
      hardwareOf(state.site, { device: name, port: portUnder(port) ?? fittedWith(device)[0] ?? 'p1' }),
    ),
    address: addresses
      .filter(one => one.port === port)
      .map(({ address }) => address)
      .join(', '),
    part: [...whole].find(([, members]) => members.includes(port))?.[0] ?? '',
    isPort: portsOf(device).includes(port),
  })
  return {
    device,
    foreign: isForeign(device),
    ports: [...fittedWith(device), ...own].map(portSeen),
    settings: isForeign(device) ? [] : settingsSeen(device, running, pending, own),
    pending: differences(state, name),
    canUndo: (state.earlier[name] ?? []).length > 0,
    // What others have set is theirs; what their device hears can be looked at over their shoulder.
    tables: isForeign(device) ? heardTable(network, device) : tablesOf(network, machine),
  }
}

function linkSeen(network: Network, place: PortPlace): PortSeen['link'] {
  const [link, duplex] = [network.link(place), network.duplex(place)]
  return link?.up && duplex && network.isUp(place.device, place.port) ? { speed: link.speed, duplex } : null
}

/** What is joined on the air, by the radios of a device: the radio of an access point, or the stations behind one. */
function joinedBy({ air }: Network, { name }: Device): Map<string, string[]> {
  const found = new Map<string, string[]>()
  const add = (port: string, to: string): void => void found.set(port, [...(found.get(port) ?? []), to])
  for (const { station, joined } of air) {
    if (!joined) continue
    if (station.device === name) add(station.port, placeText(joined.from))
    if (joined.from.device === name) add(joined.from.port, placeText(station))
  }
  return found
}

/** How loud something is, and how fast: −49.1 dBm, drowned by 26.1 dB, 25.8 Mbit/s. */
const signalText = ({ level, drowned, rate }: Heard): string =>
  [
    `${level.toFixed(1).replace('-', '−')} dBm`,
    drowned > 0 ? `drowned by ${drowned.toFixed(1)} dB` : '',
    rate === null ? 'nothing made out' : `${rate} Mbit/s`,
  ]
    .filter(Boolean)
    .join(', ')

/** The stations that have joined an access point. */
const stationRows = ({ air }: Network, { name }: Device): string[][] =>
  air.flatMap(({ station, joined }) =>
    joined?.from.device === name ? [[`${station.device} in ${joined.offered.ssid}: ${signalText(joined)}`]] : [],
  )

/** What a station hears, and why it has joined it or not. */
const heardRows = ({ air }: Network, { name }: Device): string[][] =>
  air.flatMap(({ station, heard }) =>
    station.device === name
      ? heard.map(({ network, why }) => {
          const { offered, from, band, channel, width } = network
          const where = `${placeText(from)}, ${band} GHz, channel ${channel}, ${width} MHz, ${offered.security}`
          return [`${offered.ssid}: ${why}. ${where}. ${signalText(network)}`]
        })
      : [],
  )

/** What a port has sent and taken, where anything was. */
function countedRow(network: Network, { name: device }: Device, port: string): string[][] {
  const counted = network.counted({ device, port })
  if (!counted || counted.inFrames + counted.outFrames + counted.inErrors === 0) return []
  const { inFrames, inBytes, outFrames, outBytes, inErrors } = counted
  const damaged = inErrors > 0 ? `, damaged ${inErrors}` : ''
  return [[`${port}: frames in ${inFrames}${damaged}, out ${outFrames}; bytes in ${inBytes}, out ${outBytes}`]]
}

const own6Row = ({ port, address, bits, state }: Own6): string[] => [
  `${address6Text(address)}/${bits}`,
  port,
  ...(state === 'taken' ? ['not used: somebody else has it'] : []),
]

function heardTable(network: Network, device: Device): { title: string; rows: string[][] }[] {
  const rows = heardRows(network, device)
  return rows.length > 0 ? [{ title: 'Heard on the air', rows }] : []
}

/** What a device knows while it runs. */
function tablesOf(network: Network, { device, stack, stack6, bridge, tree, equipment }: Machine): DeviceSeen['tables'] {
  const { borrowed, lender, filtering, translating, ospf, rip, standingIn, clock, logging, logKeeper } = equipment
  const tables = [
    { title: 'Joined on the air', rows: stationRows(network, device) },
    ...heardTable(network, device),
    { title: 'Addresses that others have, too', rows: stack.conflicts },
    { title: 'Routing table', rows: stack.routes.map(route => [routeText(route)]) },
    { title: 'IPv6 addresses', rows: stack6.own.map(own6Row) },
    { title: 'IPv6 routing table', rows: stack6.routes.map(route => [route6Text(route)]) },
    {
      title: 'IPv6 neighbours',
      rows: stack6.neighbours.map(({ address, hardware, port }) => [address, hardware, port]),
    },
    { title: 'OSPF neighbours', rows: ospf.table },
    { title: 'Heard by RIP', rows: rip.table },
    { title: 'Shared addresses', rows: standingIn.table },
    { title: 'Neighbours', rows: stack.neighbours.map(({ address, hardware }) => [address, hardware]) },
    { title: 'Spanning tree', rows: tree?.table ?? [] },
    {
      title: 'Learned addresses',
      rows: (bridge?.table ?? []).map(({ address, vlan, port }) => [address, port, `VLAN ${vlan}`]),
    },
    {
      title: 'Got by asking',
      rows: borrowed.map(({ port, address, server }) => [port, addressText(address), `from ${addressText(server)}`]),
    },
    { title: 'Lent addresses', rows: lender.table },
    { title: 'How often each rule fitted', rows: filtering.table },
    { title: 'Translations', rows: translating.table },
    { title: 'Clock', rows: clock.table },
    { title: 'Kept for others', rows: logKeeper.table },
    { title: 'Log', rows: logging.table },
    { title: 'Its public key', rows: onHosts(device) ? [[publicKeyOf(device.name)]] : [] },
    { title: 'Counted since the start', rows: fittedWith(device).flatMap(port => countedRow(network, device, port)) },
  ]
  return tables.filter(({ rows }) => rows.length > 0)
}

/** Settings of each interface, those that a device has once, and those of its lists that are set. */
function settingsSeen(device: Device, running: Settings, pending: Settings, own: readonly string[]): SettingSeen[] {
  const seen = (kind: SettingKind, path: string, at: readonly string[], port: string | null): SettingSeen => ({
    path,
    kind: kind.path,
    at,
    title: kind.title,
    about: kind.about,
    group: kind.group,
    port,
    choices: kind.choices ?? [],
    usual: kind.usual,
    running: running[path] ?? kind.usual,
    pending: pending[path] ?? kind.usual,
  })
  const matched = Object.keys({ ...running, ...pending })
    .sort()
    .map(path => matchPath(device, path))
    .filter(found => found.ok)
  return settingKinds
    .filter(kind => kind.on(device))
    .flatMap(kind => {
      const [first, place, ...rest] = kind.path.split('/')
      if (first === 'interfaces')
        return [...fittedWith(device), ...own]
          .filter(port => fits(port, sure(place), device))
          .map(port => seen(kind, ['interfaces', port, ...rest].join('/'), [port], port))
      if (!kind.path.split('/').some(isPlace)) return [seen(kind, kind.path, [], null)]
      return matched.filter(found => found.kind === kind).map(({ path, at }) => seen(kind, path, at, null))
    })
}
