import { readAddress } from '../../../../ground/addresses/ipv4'
import { forwards, hasBridge, isSwitch } from '../../site'
import type { Device } from '../../site'

export type Read = { ok: true; value: string } | { ok: false; expected: string }

/** What settings are for: so they are grouped on the screen. */
export const groups = [
  'Ports',
  'VLANs',
  'Tree',
  'Wireless',
  'Routes',
  'IPv6',
  'OSPF',
  'RIP',
  'VRRP',
  'Filters',
  'NAT',
  'DHCP',
  'DNS',
  'Users',
  'Logs and time',
  'Services',
] as const
export type Group = (typeof groups)[number]

/** A kind of setting. In its path, what stands in angle brackets is a place: `<interface>`, `<prefix>`, `<vlan>` … */
export interface SettingKind {
  path: string
  group: Group
  title: string
  about: string
  /** What holds where nothing is set. */
  usual: string
  choices?: readonly string[]
  on: (device: Device) => boolean
  read: (text: string) => Read
}

export const oneOf =
  (...choices: readonly string[]) =>
  (text: string): Read =>
    choices.includes(text) ? { ok: true, value: text } : { ok: false, expected: choices.join(' or ') }

export const when =
  (holds: (text: string) => boolean, expected: string) =>
  (text: string): Read =>
    holds(text) ? { ok: true, value: text } : { ok: false, expected }

/** True or false, of which one usually holds. */
export function flag(usual: 'true' | 'false'): Pick<SettingKind, 'usual' | 'choices' | 'read'> {
  const choices = [usual, usual === 'true' ? 'false' : 'true']
  return { usual, choices, read: oneOf(...choices) }
}

/** An address, with one to show how that is written. */
export const anAddress = (example: string): ((text: string) => Read) =>
  when(text => readAddress(text) !== null, `an address such as ${example}`)

/** What is read, and written again in one form; null for what can't be read. */
export const written =
  (canonical: (text: string) => string | null, expected: string) =>
  (text: string): Read => {
    const value = canonical(text)
    return value === null ? { ok: false, expected } : { ok: true, value }
  }

/** On devices that can be told addresses: all do, a switch only to be managed. */
export const everywhere = (): boolean => true
export const onRouters = ({ kind }: Device): boolean => forwards(kind)
export const onBridges = ({ kind }: Device): boolean => isSwitch(kind)
export const onServers = ({ kind }: Device): boolean => kind === 'server' || kind === 'provider'
export const onHosts = ({ kind }: Device): boolean => !forwards(kind) && !hasBridge(kind)
/** What can listen on ports: everything but a switch that has no say in packets. */
export const onServing = (device: Device): boolean => onHosts(device) || onRouters(device)
/** What can lend addresses and tell names: a server, or what forwards. */
export const onServersOrRouters = (device: Device): boolean => onServers(device) || onRouters(device)
