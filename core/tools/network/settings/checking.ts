import { addressText, isIn, networkOf, prefixText, readAddress, readInterfaceAddress } from '../addresses'
import type { Address, Prefix } from '../addresses'
import type { Device } from '../site'
import type { Settings } from './paths'
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
    return read ? [{ port: at[0]!, ...read }] : []
  })

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
  for (const leaf of ['next-hop', 'backup-next-hop'])
    for (const { at, value } of told(device, settings, `routing/routes/<prefix>/${leaf}`)) {
      const hop = readAddress(value)
      if (hop !== null && own.some(({ address }) => address === hop))
        return `The route to ${at[0]!} goes to ${addressText(hop)}, which is ${device.name} itself.`
    }
  return null
}
