import { addressText, isIn, networkOf, prefixText, readAddress, readInterfaceAddress } from '../addresses'
import type { Address, Prefix } from '../addresses'
import type { Device } from '../site'
import { matchPath } from './paths'
import type { Settings } from './paths'

/** An address of a port. */
export interface OwnAddress {
  port: string
  address: Address
  bits: number
}

export function addressesOf(device: Device, settings: Settings): OwnAddress[] {
  return Object.entries(settings).flatMap(([path, value]) => {
    const found = matchPath(device, path)
    const read = found.ok && found.kind.path === 'interfaces/<port>/ipv4/address' ? readInterfaceAddress(value) : null
    return found.ok && read ? [{ port: found.port!, ...read }] : []
  })
}

export const networkAt = ({ address, bits }: OwnAddress): Prefix => ({ network: networkOf(address, bits), bits })

/** Why settings can’t all hold together, in words; null where they can. */
export function contradiction(device: Device, settings: Settings): string | null {
  const own = addressesOf(device, settings)
  for (const [at, one] of own.entries())
    for (const other of own.slice(at + 1)) {
      const [first, second] = [networkAt(one), networkAt(other)]
      if (isIn(second.network, first) || isIn(first.network, second))
        return (
          `${one.port} is in ${prefixText(first)} and ${other.port} in ${prefixText(second)}: ` +
          'these overlap, and nobody could tell which way to send.'
        )
    }
  for (const [path, value] of Object.entries(settings)) {
    const found = matchPath(device, path)
    if (!found.ok || found.prefix === null) continue
    const hop = readAddress(value)
    if (own.some(({ address }) => address === hop))
      return `The route to ${found.prefix} goes to ${addressText(hop!)}, which is ${device.name} itself.`
  }
  return null
}
