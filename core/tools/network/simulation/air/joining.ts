import { sure } from '../../../../ground/sure'
import { channelOf, shareIn } from '../../settings/bands'
import type { Band, Channel, Width } from '../../settings/bands'
import { asksForPassphrase, asksForUser } from '../../settings/kinds/wireless'
import type { Security } from '../../settings/kinds/wireless'
import { leavesOf, offersOf, radioOf } from '../../settings/radios'
import type { Offered } from '../../settings/radios'
import { shutIn } from '../../settings/told'
import { isForeign, middleOf, radiosOf } from '../../site'
import type { Device, PortPlace, Site } from '../../site'
import type { AllSettings } from '../../state'
import { lossBetween } from './loss'
import { noiseIn, rateAt } from './rates'

/** A radio that sends. */
interface Sender {
  device: Device
  radio: string
  band: Band
  number: number
  channel: Channel
  /** In dBm. */
  power: number
  offers: readonly Offered[]
}

/** A network as it is heard at a place. */
export interface Heard {
  from: PortPlace
  offered: Offered
  band: Band
  channel: number
  width: Width
  /** How loud it is, and by how much what else is sent on its channel drowns it: in dBm and decibels. */
  level: number
  drowned: number
  /** In Mbit/s; null where nothing is made out. */
  rate: number | null
}

/** A network of which something is made out. */
type Audible = Heard & { rate: number }

/** What a station has joined, and why it hasn’t joined what else it hears. */
export interface Joining {
  station: PortPlace
  wanted: Wanted | null
  joined: Audible | null
  heard: readonly { network: Heard; why: string }[]
}

/** A station that has joined a network. */
export type Joined = Joining & { wanted: Wanted; joined: Audible }
export const isJoined = (joining: Joining): joining is Joined => joining.joined !== null && joining.wanted !== null

const WANTED = ['ssid', 'security', 'passphrase', 'user', 'password'] as const
/** On the air everything within earshot counts; further than this below any noise, nothing does, in dBm. */
const FAINTEST = -100

const toMilliwatts = (decibels: number): number => 10 ** (decibels / 10)
const toDecibels = (milliwatts: number): number => 10 * Math.log10(milliwatts)
const tenths = (value: number): number => Math.round(value * 10) / 10

function sendersOf({ devices }: Site, running: AllSettings): Sender[] {
  return devices
    .filter(({ kind }) => kind === 'access-point')
    .flatMap(device => {
      const settings = running[device.name] ?? {}
      const shut = shutIn(device, settings)
      const all = offersOf(device, settings)
      return radiosOf(device).flatMap(radio => {
        const { band, number, width, power } = radioOf(device, settings, radio)
        const channel = channelOf(band, number, width)
        // In 6 GHz nothing but WPA3 is offered.
        const offers = band === '6' ? all.filter(({ security }) => security.startsWith('wpa3')) : all
        return channel && offers.length > 0 && !shut.has(radio)
          ? [{ device, radio, band, number, channel, power, offers }]
          : []
      })
    })
}

/** What is heard at a point of the map, each sender reckoned as if the others were always sending. */
function heardAt(at: Device['at'], senders: readonly Sender[], { walls }: Site): Heard[] {
  const levels = senders.map(
    ({ device, power, channel }) => power - lossBetween(middleOf(device), at, channel.middle, walls),
  )
  return senders.flatMap(({ device, radio, band, number, channel, offers }, which) => {
    const level = tenths(sure(levels[which]))
    if (level < FAINTEST) return []
    const noise = toMilliwatts(noiseIn(channel.width))
    const others = senders.reduce(
      (sum, other, at) => (at === which ? sum : sum + toMilliwatts(sure(levels[at])) * shareIn(other.channel, channel)),
      0,
    )
    const drowned = tenths(toDecibels((noise + others) / noise))
    const { width } = channel
    const rate = rateAt(level - drowned, width)
    const from = { device: device.name, port: radio }
    return offers.map(offered => ({ from, offered, band, channel: number, width, level, drowned, rate }))
  })
}

/** What a station knows of the network that it is to join. */
export interface Wanted {
  ssid: string
  security: Security
  passphrase: string
  user: string
  password: string
}

/** Why a network isn’t joined, in words; empty where it can be. */
function hindrance({ offered, rate }: Heard, wanted: Wanted | null): string {
  if (offered.ssid !== wanted?.ssid) return 'not asked for'
  if (offered.security !== wanted.security) return `is ${offered.security}, and ${wanted.security} is set here`
  if (asksForPassphrase(offered.security) && (offered.passphrase !== wanted.passphrase || wanted.passphrase === ''))
    return 'has another passphrase'
  if (asksForUser(offered.security) && wanted.user === '') return 'asks for a user, and none is set here'
  if (asksForUser(offered.security) && offered.directory === '') return 'has no directory to ask'
  return rate === null ? 'is too weak here' : ''
}

const canBeJoined = (one: Heard, wanted: Wanted | null): one is Audible => hindrance(one, wanted) === ''

const better = (one: Audible, other: Audible): number =>
  other.rate - one.rate || other.level - one.level || one.from.device.localeCompare(other.from.device, 'en')

/** What every station hears and joins: of the networks that it may join, the fastest one. */
export function joiningsOf(site: Site, running: AllSettings): Joining[] {
  const senders = sendersOf(site, running)
  return site.devices
    .filter(({ kind }) => kind !== 'access-point')
    .flatMap(device => {
      const settings = running[device.name] ?? {}
      const shut = shutIn(device, settings)
      const leaves = leavesOf(device, settings, 'interfaces/<radio>/wireless', WANTED)
      return radiosOf(device)
        .filter(radio => !shut.has(radio))
        .map(radio => {
          const of = leaves.get(radio)
          const ssid = of?.get('ssid')
          const wanted = ssid === undefined ? null : wantedOf(ssid, sure(of))
          const all = heardAt(middleOf(device), senders, site)
          const possible = all.filter(one => canBeJoined(one, wanted)).sort(better)
          const joined = possible[0] ?? null
          const whyOf = (one: Heard): string =>
            one === joined ? 'joined' : hindrance(one, wanted) || 'is slower than the one that is joined'
          const heard = all.map(network => ({ network, why: whyOf(network) }))
          return { station: { device: device.name, port: radio }, wanted, joined, heard }
        })
    })
}

const wantedOf = (ssid: string, of: ReadonlyMap<string, string>): Wanted => ({
  ssid,
  security: (of.get('security') ?? 'open') as Security,
  passphrase: of.get('passphrase') ?? '',
  user: of.get('user') ?? '',
  password: of.get('password') ?? '',
})

/** A part of the map, cut into so many squares. */
export interface Raster {
  x: number
  y: number
  /** How wide and high a square is. */
  step: number
  columns: number
  rows: number
}

/** How loud our own access points are heard in the middle of each square, row by row, in whole dBm. */
export function levelsOn({ x, y, step, columns, rows }: Raster, site: Site, running: AllSettings): number[] {
  const senders = sendersOf(site, running).filter(({ device }) => !isForeign(device))
  return Array.from({ length: columns * rows }, (_, at) => {
    const point = { x: x + ((at % columns) + 0.5) * step, y: y + (Math.floor(at / columns) + 0.5) * step }
    const levels = senders.map(
      ({ device, power, channel }) => power - lossBetween(middleOf(device), point, channel.middle, site.walls),
    )
    return Math.round(Math.max(FAINTEST, ...levels))
  })
}

/** The port of an access point behind which a station is that has joined it. */
export const airPort = ({ station, joined }: Joined): string => `${joined.from.port}:${station.device}`
