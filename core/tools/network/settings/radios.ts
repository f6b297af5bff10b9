import { sure } from '../../../ground/sure'
import type { Device } from '../site'
import { FIRST_CHANNEL } from './bands'
import type { Band, Width } from './bands'
import type { Security } from './kinds/wireless'
import type { Settings } from './paths'
import { told } from './told'

/** A network as an access point offers it. */
export interface Offered {
  ssid: string
  security: Security
  passphrase: string
  /** Who knows the users, and the secret by which one asks there; empty where that isn’t set. */
  directory: string
  secret: string
  vlan: number
  isolated: boolean
}

/** What is told about each of the things that have a name, as text by leaf. */
export function leavesOf(device: Device, settings: Settings, base: string, leaves: readonly string[]) {
  const byName = new Map<string, Map<string, string>>()
  for (const leaf of leaves)
    for (const { at, value } of told(device, settings, `${base}/${leaf}`))
      byName.set(sure(at[0]), (byName.get(sure(at[0])) ?? new Map<string, string>()).set(leaf, value))
  return byName
}

/** The networks that an access point offers. */
export function offersOf(device: Device, settings: Settings): Offered[] {
  const leaves = ['ssid', 'security', 'passphrase', 'directory', 'directory-secret', 'vlan', 'isolated', 'enabled']
  return [...leavesOf(device, settings, 'wireless/<network>', leaves).values()].flatMap(of => {
    const ssid = of.get('ssid')
    if (ssid === undefined || of.get('enabled') === 'false') return []
    return {
      ssid,
      security: (of.get('security') ?? 'open') as Security,
      passphrase: of.get('passphrase') ?? '',
      directory: of.get('directory') ?? '',
      secret: of.get('directory-secret') ?? '',
      vlan: Number(of.get('vlan') ?? 1),
      isolated: of.get('isolated') === 'true',
    }
  })
}

/** What a radio of an access point is told about the air. */
export function radioOf(device: Device, settings: Settings, radio: string) {
  const of = leavesOf(device, settings, 'interfaces/<radio>/wireless', ['band', 'channel', 'width', 'power']).get(radio)
  const band = (of?.get('band') ?? '2.4') as Band
  const number = Number(of?.get('channel') ?? FIRST_CHANNEL[band])
  const width = Number(of?.get('width') ?? 20) as Width
  return { band, number, width, power: Number(of?.get('power') ?? 20) }
}
