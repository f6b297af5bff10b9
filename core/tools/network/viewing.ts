import { z } from 'zod'
import { sure } from '../../ground/sure'
import { pcapngOf } from './capturing'
import { configurationOf } from './files/configuration'
import { topologyOf } from './files/topology'
import type { NetworkOpGiven } from './ops'
import { runOf } from './running'
import { addressesIn, deviceSeen, differences } from './seeing'
import type { DeviceSeen } from './seeing'
import { airPort, isJoined, levelsOn } from './simulation/air/joining'
import type { Joining, Raster } from './simulation/air/joining'
import type { Answer } from './simulation/asking'
import { deviceNamed, isForeign, mediumAt, placeText, readPlace } from './site'
import type { Area, Device, Medium, Wall } from './site'
import type { Ask, NetworkState } from './state'

export type { DeviceSeen, PortSeen, SettingSeen } from './seeing'

const networkQuery = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('map') }),
  z.strictObject({ kind: z.literal('device'), name: z.string() }),
  /** What a device is told, as a file; what is pending too. */
  z.strictObject({ kind: z.literal('configuration'), name: z.string() }),
  /** The whole site with all its settings, as content writes it. */
  z.strictObject({ kind: z.literal('topology') }),
  z.strictObject({ kind: z.literal('answers') }),
  /** How loud access points are over a part of the map. */
  z.strictObject({
    kind: z.literal('signal'),
    x: z.number(),
    y: z.number(),
    step: z.number().min(1),
    columns: z.int().min(1).max(120),
    rows: z.int().min(1).max(120),
  }),
  /** The frames of what was tried, by its place among what was. */
  z.strictObject({ kind: z.literal('capture'), of: z.int().min(0) }),
])
export type NetworkQuery = z.infer<typeof networkQuery>

export interface MapSeen {
  areas: readonly Area[]
  walls: readonly Wall[]
  devices: readonly (Device & { addresses: readonly string[]; pending: number })[]
  cables: readonly CableSeen[]
}

export interface CableSeen {
  from: string
  to: string
  up: boolean
  medium: Medium | 'air'
  crossed: boolean
  /** In Mbit/s; null while it is down. */
  speed: number | null
  /** What VLANs each end carries, in a few words; empty where that is what it usually is. */
  vlans: { from: string; to: string }
  /** What goes through the air in place of a cable: the name of the network and how well it is heard. */
  air?: { ssid: string; level: number; rate: number }
}

export type AnswersSeen = readonly Answer[]

/** A capture as a file: its bytes as numbers, so that it is plain JSON. */
export interface CaptureSeen {
  name: string
  bytes: readonly number[]
}

/** A file as its text. */
export interface TextFileSeen {
  name: string
  text: string
}

/** How loud it is in each square of a raster, row by row, in whole dBm; none where nothing sends. */
export interface SignalSeen extends Raster {
  levels: readonly number[]
}

type On<Kind extends NetworkQuery['kind']> = Extract<NetworkQuery, { kind: Kind }>

/** What the screen does with a network. */
export interface NetworkOnScreen {
  op: NetworkOpGiven
  asks:
    | { query: On<'map'>; seen: MapSeen }
    | { query: On<'device'>; seen: DeviceSeen }
    | { query: On<'answers'>; seen: AnswersSeen }
    | { query: On<'signal'>; seen: SignalSeen }
    | { query: On<'capture'>; seen: CaptureSeen }
    | { query: On<'configuration' | 'topology'>; seen: TextFileSeen }
}

/** What is asked for; null for what can’t be. */
export function view(state: NetworkState, query: unknown): NetworkOnScreen['asks']['seen'] | null {
  const read = networkQuery.safeParse(query)
  if (!read.success) return null
  switch (read.data.kind) {
    case 'map':
      return mapSeen(state)
    case 'device': {
      const device = deviceNamed(state.site, read.data.name)
      return device ? deviceSeen(state, device) : null
    }
    case 'configuration':
      return configurationSeen(state, read.data.name)
    case 'topology':
      return { name: 'site.json', text: fileText(topologyOf(state)) }
    case 'signal': {
      const { kind: _, ...raster } = read.data
      return { ...raster, levels: levelsOn(raster, state.site, state.running) }
    }
    case 'answers':
      return [...runOf(state).answers]
    case 'capture':
      return captureSeen(state, read.data.of)
  }
}

const fileText = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`

/** The settings of others are nobody’s to take along. */
function configurationSeen(state: NetworkState, name: string): TextFileSeen | null {
  const device = deviceNamed(state.site, name)
  if (!device || isForeign(device)) return null
  const settings = state.pending[name] ?? state.running[name] ?? {}
  return { name: `${name}.json`, text: fileText(configurationOf(device, settings)) }
}

const goalOf = (ask: Ask): string => (ask.what === 'lookup' ? ask.name : ask.to)

function captureSeen(state: NetworkState, of: number): CaptureSeen | null {
  const { network, answers } = runOf(state)
  const answer = answers[of]
  if (!answer) return null
  const { ask, frames } = answer
  return {
    name: `${ask.device}-to-${goalOf(ask)}.pcapng`,
    bytes: [...pcapngOf(network.captured.slice(...frames))],
  }
}

function mapSeen(state: NetworkState): MapSeen {
  const { network } = runOf(state)
  return {
    areas: state.site.areas,
    walls: state.site.walls,
    devices: state.site.devices.map(device => ({
      ...device,
      addresses: addressesIn(sure(network.machine(device.name))).map(({ address }) => address),
      pending: differences(state, device.name).length,
    })),
    cables: [
      ...state.cables.map(cable => {
        const { device, port } = readPlace(cable.from)
        const vlans = { from: vlansAt(state, cable.from), to: vlansAt(state, cable.to) }
        return {
          from: cable.from,
          to: cable.to,
          up: network.isUp(device, port),
          medium: mediumAt(state.site, cable.from),
          crossed: cable.crossed ?? false,
          speed: network.isUp(device, port) ? network.speed(device, port) : null,
          vlans,
        }
      }),
      ...network.air.flatMap(airSeen),
    ],
  }
}

/** What a station has joined, as a cable between it and the access point. */
function airSeen(joining: Joining): CableSeen[] {
  if (!isJoined(joining)) return []
  const { station, joined } = joining
  const { ssid, vlan } = joined.offered
  return [
    {
      from: placeText({ device: joined.from.device, port: airPort(joining) }),
      to: placeText(station),
      up: true,
      medium: 'air',
      crossed: false,
      speed: joined.rate,
      vlans: { from: vlan === 1 ? '' : `VLAN ${vlan}`, to: '' },
      air: { ssid, level: joined.level, rate: joined.rate },
    },
  ]
}

function vlansAt(state: NetworkState, place: string): string {
  const { device, port } = readPlace(place)
  const settings = state.running[device] ?? {}
  const whole = settings[`interfaces/${port}/aggregation/aggregator`]
  const [own, tagged] = ['pvid', 'tagged'].map(leaf => settings[`interfaces/${whole ?? port}/bridge-port/${leaf}`])
  return [whole, own && `VLAN ${own}`, tagged && `tagged ${tagged.replaceAll(',', ', ')}`].filter(Boolean).join(', ')
}
