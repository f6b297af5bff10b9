import { groups, settingKinds } from '../../../../core/tools/network/settings/kinds'
import type { Group, SettingKind } from '../../../../core/tools/network/settings/kinds'
import { isPlace } from '../../../../core/tools/network/settings/places'
import type { Device } from '../../../../core/tools/network/site'

/** Settings that a device has once for each of some names: routes, rules, pools, records. */
export interface Family {
  /** The path up to the last name. */
  base: string
  /** What the names are. */
  places: readonly string[]
  kinds: readonly SettingKind[]
}

const PLACES: Readonly<Record<string, string>> = {
  '<prefix>': 'prefix',
  '<prefix6>': 'prefix',
  '<address>': 'address inside',
  '<filter>': 'filter',
  '<rule>': 'number',
  '<transport>': 'tcp or udp',
  '<number>': 'port',
  '<hardware>': 'hardware address',
  '<zone>': 'zone',
  '<label>': 'name in it',
  '<vlan>': 'VLAN',
  '<routed>': 'interface',
  '<group>': 'group',
  '<network>': 'network',
  '<user>': 'user',
}

const piecesOf = ({ path }: SettingKind): string[] => path.split('/')
const isOfPort = (kind: SettingKind): boolean => piecesOf(kind)[0] === 'interfaces'
const baseOf = (kind: SettingKind): string => {
  const pieces = piecesOf(kind)
  return pieces.slice(0, pieces.findLastIndex(isPlace) + 1).join('/')
}
const kindsIn = (device: Device, group: Group): SettingKind[] =>
  settingKinds.filter(kind => kind.group === group && kind.on(device))

/** The groups of settings that a device has. */
export const groupsOf = (device: Device): Group[] => groups.filter(group => kindsIn(device, group).length > 0)

export const hasPortSettings = (device: Device, group: Group): boolean => kindsIn(device, group).some(isOfPort)

export function familiesOf(device: Device, group: Group): Family[] {
  const listed = kindsIn(device, group).filter(kind => !isOfPort(kind) && baseOf(kind) !== '')
  return [...new Set(listed.map(baseOf))].map(base => ({
    base,
    places: base
      .split('/')
      .filter(isPlace)
      .map(place => PLACES[place] ?? place),
    kinds: listed.filter(kind => baseOf(kind) === base),
  }))
}

/** The path of a setting with names in place of what stands in angle brackets. */
export function pathWith({ path }: SettingKind, names: readonly string[]): string {
  let at = -1
  return path
    .split('/')
    .map(piece => (isPlace(piece) ? (names[(at += 1)] ?? '') : piece))
    .join('/')
}
