import {
  addressText,
  isIn,
  networkOf,
  prefixText,
  readAddress,
  readInterfaceAddress,
} from '../../../ground/addresses/ipv4'
import type { Address, Prefix } from '../../../ground/addresses/ipv4'
import { isIn6, network6Of, prefix6Text, readAddress6, readInterfaceAddress6 } from '../../../ground/addresses/ipv6'
import type { Address6 } from '../../../ground/addresses/ipv6'
import { sure } from '../../../ground/sure'
import { fastestOf, radiosOf } from '../site'
import type { Device } from '../site'
import { channelOf, CHANNELS_IN_WORDS } from './bands'
import { FIXED_MOST } from './kinds/ethernet'
import { asksForPassphrase } from './kinds/wireless'
import type { Security } from './kinds/wireless'
import type { Settings } from './paths'
import { radioOf } from './radios'
import { told } from './told'

/** An address of an interface. */
export interface OwnAddress {
  port: string
  address: Address
  bits: number
}

export const addressesOf = (device: Device, settings: Settings): OwnAddress[] =>
  told(device, settings, 'interfaces/<routed>/ipv4/address').flatMap(({ at, value }) => {
    const read = readInterfaceAddress(value)
    return read ? [{ port: sure(at[0]), ...read }] : []
  })

/** The IPv6 addresses that its interfaces are told. */
export const addresses6Of = (device: Device, settings: Settings): { port: string; address: Address6; bits: number }[] =>
  told(device, settings, 'interfaces/<routed>/ipv6/address').flatMap(({ at, value }) => {
    const read = readInterfaceAddress6(value)
    return read ? [{ port: sure(at[0]), ...read }] : []
  })

export const networkAt = ({ address, bits }: OwnAddress): Prefix => ({ network: networkOf(address, bits), bits })

const network6Text = ({ address, bits }: { address: Address6; bits: number }): string =>
  prefix6Text({ network: network6Of(address, bits), bits })

const overlapText = (port: string, prefix: string, other: string, otherPrefix: string): string =>
  `${port} is in ${prefix} and ${other} in ${otherPrefix}: these overlap, and nobody could tell which way to send.`
const toItselfText = ({ name }: Device, prefix: string, hop: string): string =>
  `The route to ${prefix} goes to ${hop}, which is ${name} itself.`

/** Why settings can’t all hold together, in words; null where they can. */
export function contradiction(device: Device, settings: Settings): string | null {
  const own = addressesOf(device, settings)
  for (const [at, one] of own.entries())
    for (const other of own.slice(at + 1)) {
      const [first, second] = [networkAt(one), networkAt(other)]
      if (isIn(second.network, first) || isIn(first.network, second))
        return overlapText(one.port, prefixText(first), other.port, prefixText(second))
    }
  for (const leaf of ['next-hop', 'backup-next-hop'])
    for (const { at, value } of told(device, settings, `routing/routes/<prefix>/${leaf}`)) {
      const hop = readAddress(value)
      if (hop !== null && own.some(({ address }) => address === hop))
        return toItselfText(device, sure(at[0]), addressText(hop))
    }
  return (
    ipv6Contradiction(device, settings) ??
    onCopperContradiction(device, settings) ??
    onAirContradiction(device, settings)
  )
}

/** The same of what it is told about IPv6. */
function ipv6Contradiction(device: Device, settings: Settings): string | null {
  const own = addresses6Of(device, settings)
  for (const [at, one] of own.entries())
    for (const other of own.slice(at + 1)) {
      const bits = Math.min(one.bits, other.bits)
      if (isIn6(one.address, { network: network6Of(other.address, bits), bits }))
        return overlapText(one.port, network6Text(one), other.port, network6Text(other))
    }
  for (const { at, value } of told(device, settings, 'routing/ipv6-routes/<prefix6>/next-hop'))
    if (own.some(({ address }) => address === readAddress6(value))) return toItselfText(device, sure(at[0]), value)
  return null
}

/** The same of how its copper ports come to their speed. */
function onCopperContradiction(device: Device, settings: Settings): string | null {
  for (const { at, value } of told(device, settings, 'interfaces/<copper>/ethernet/speed')) {
    const [port, speed] = [sure(at[0]), Number(value)]
    const most = fastestOf(device)
    if (speed > most) return `${port} of ${device.name} goes at ${most} Mbit/s at most.`
    if (speed > FIXED_MOST && settings[`interfaces/${port}/ethernet/auto-negotiation`] === 'false')
      return `${port}: ${value} Mbit/s over copper are always agreed with the other end.`
  }
  return null
}

/** Why what an access point is told about the air can’t hold together, in words; null where it can. */
function onAirContradiction(device: Device, settings: Settings): string | null {
  if (device.kind !== 'access-point') return null
  for (const radio of radiosOf(device)) {
    const { band, number, width } = radioOf(device, settings, radio)
    if (channelOf(band, number, 20) === null)
      return `${radio} is on ${band} GHz, which has no channel ${number}, but ${CHANNELS_IN_WORDS[band]}.`
    if (channelOf(band, number, width) === null)
      return `${radio}: channel ${number} of ${band} GHz has no room for ${width} MHz.`
  }
  const named = told(device, settings, 'wireless/<network>/ssid').map(({ at, value }) => ({
    name: sure(at[0]),
    ssid: value,
  }))
  for (const [at, { ssid, name }] of named.entries()) {
    const other = named.slice(at + 1).find(one => one.ssid === ssid)
    if (other) return `${name} and ${other.name} are both called ${ssid} on the air.`
  }
  for (const { at, value } of told(device, settings, 'wireless/<network>/security'))
    if (asksForPassphrase(value as Security) && !settings[`wireless/${sure(at[0])}/passphrase`])
      return `${sure(at[0])} is ${value}, and has no passphrase.`
  return null
}
