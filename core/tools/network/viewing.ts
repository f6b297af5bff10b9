import { z } from 'zod'
import { hardwareText } from './addresses'
import { pcapngOf } from './capturing'
import { runOf } from './running'
import { differing, settingKinds, settingOf } from './settings/paths'
import type { SettingKind } from './settings/paths'
import type { Answer } from './simulation/asking'
import { IpNode } from './simulation/ip'
import { routeText } from './simulation/routes'
import { SwitchNode } from './simulation/switching'
import { deviceNamed, hardwareOf, placeText, portsOf, readPlace } from './site'
import type { Area, Device } from './site'
import type { NetworkState } from './state'

const networkQuery = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('map') }),
  z.strictObject({ kind: z.literal('device'), name: z.string() }),
  z.strictObject({ kind: z.literal('answers') }),
  /** The frames of what was tried, by its place among what was. */
  z.strictObject({ kind: z.literal('capture'), of: z.int().min(0) }),
])
export type NetworkQuery = z.infer<typeof networkQuery>

export interface MapSeen {
  areas: readonly Area[]
  devices: readonly (Device & { addresses: readonly string[]; pending: number })[]
  cables: readonly { from: string; to: string; up: boolean }[]
}

export interface SettingSeen {
  path: string
  title: string
  about: string
  group: SettingKind['group']
  port: string | null
  choices: readonly string[]
  /** What is in force, and what would be; empty where nothing is set. */
  running: string
  pending: string
}

export interface DeviceSeen {
  device: Device
  ports: readonly { name: string; up: boolean; to: string; hardware: string; address: string }[]
  settings: readonly SettingSeen[]
  pending: readonly { path: string; before: string; after: string }[]
  canUndo: boolean
  tables: readonly { title: string; rows: readonly (readonly string[])[] }[]
}

export type AnswersSeen = readonly Answer[]

/** A capture as a file: its bytes as numbers, so that it is plain JSON. */
export interface CaptureSeen {
  name: string
  bytes: readonly number[]
}

/** What is asked for; null for what can’t be. */
export function view(state: NetworkState, query: unknown): MapSeen | DeviceSeen | AnswersSeen | CaptureSeen | null {
  const read = networkQuery.safeParse(query)
  if (!read.success) return null
  switch (read.data.kind) {
    case 'map':
      return mapSeen(state)
    case 'device': {
      const device = deviceNamed(state.site, read.data.name)
      return device ? deviceSeen(state, device) : null
    }
    case 'answers':
      return [...runOf(state).answers]
    case 'capture':
      return captureSeen(state, read.data.of)
  }
}

function captureSeen(state: NetworkState, of: number): CaptureSeen | null {
  const { network, answers } = runOf(state)
  const answer = answers[of]
  if (!answer) return null
  const { ask, frames } = answer
  return {
    name: `${ask.device}-to-${ask.to}.pcapng`,
    bytes: [...pcapngOf(network.captured.slice(...frames))],
  }
}

const ADDRESS = 'interfaces/<port>/ipv4/address'
const addressAt = (settings: Readonly<Record<string, string>>, port: string): string =>
  settings[ADDRESS.replace('<port>', port)] ?? ''

function mapSeen(state: NetworkState): MapSeen {
  const { network } = runOf(state)
  return {
    areas: state.site.areas,
    devices: state.site.devices.map(device => ({
      ...device,
      addresses: portsOf(device)
        .map(port => addressAt(state.running[device.name] ?? {}, port))
        .filter(Boolean),
      pending: differences(state, device.name).length,
    })),
    cables: state.cables.map(cable => {
      const { device, port } = readPlace(cable.from)
      return { ...cable, up: network.isUp(device, port) }
    }),
  }
}

function differences(state: NetworkState, name: string): { path: string; before: string; after: string }[] {
  const running = state.running[name] ?? {}
  const pending = state.pending[name] ?? running
  return differing(running, pending)
    .sort()
    .map(path => ({ path, before: running[path] ?? '', after: pending[path] ?? '' }))
}

function deviceSeen(state: NetworkState, device: Device): DeviceSeen {
  const { network } = runOf(state)
  const { name } = device
  const running = state.running[name] ?? {}
  const node = network.node(name)
  const peerOf = (port: string): string => {
    const place = placeText({ device: name, port })
    const cable = state.cables.find(({ from, to }) => from === place || to === place)
    return cable ? (cable.from === place ? cable.to : cable.from) : ''
  }
  return {
    device,
    ports: portsOf(device).map(port => ({
      name: port,
      up: network.isUp(name, port),
      to: peerOf(port),
      hardware: hardwareText(hardwareOf(state.site, { device: name, port })),
      address: addressAt(running, port),
    })),
    settings: settingsSeen(state, device),
    pending: differences(state, name),
    canUndo: (state.earlier[name] ?? []).length > 0,
    tables: [
      ...(node instanceof IpNode
        ? [
            { title: 'Routing table', rows: node.routes.map(route => [routeText(route)]) },
            { title: 'Neighbours', rows: node.neighbours.map(({ address, hardware }) => [address, hardware]) },
          ]
        : []),
      ...(node instanceof SwitchNode
        ? [{ title: 'Learned addresses', rows: node.table.map(({ address, port }) => [address, port]) }]
        : []),
    ],
  }
}

/** The settings of each port, then of each prefix that there is a route for. */
function settingsSeen(state: NetworkState, device: Device): SettingSeen[] {
  const running = state.running[device.name] ?? {}
  const pending = state.pending[device.name] ?? running
  const kinds = settingKinds.filter(kind => kind.on(device))
  const seen = (kind: SettingKind, path: string, port: string | null): SettingSeen => ({
    path,
    title: kind.title,
    about: kind.about,
    group: kind.group,
    port,
    choices: kind.choices ?? [],
    running: settingOf(device, running, path),
    pending: settingOf(device, pending, path),
  })
  const ofPorts = kinds
    .filter(({ path }) => path.includes('<port>'))
    .flatMap(kind => portsOf(device).map(port => seen(kind, kind.path.replace('<port>', port), port)))
  const known = new Set(ofPorts.map(({ path }) => path))
  const others = [...new Set([...Object.keys(running), ...Object.keys(pending)])]
    .filter(path => !known.has(path))
    .sort()
  const route = kinds.find(({ path }) => path.includes('<prefix>'))
  return [...ofPorts, ...(route ? others.map(path => seen(route, path, null)) : [])]
}
