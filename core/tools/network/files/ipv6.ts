import { address6Text, readInterfaceAddress6 } from '../../../ground/addresses/ipv6'
import { sure } from '../../../ground/sure'
import type { Settings } from '../settings/paths'
import { told } from '../settings/told'
import type { Device } from '../site'
import { FileRefusal, leafOf, listAt, objectAt, onlyHas, textAt } from './tree'
import type { Json, JsonObject, Take } from './tree'

/** What of IPv6 stands where in a file: under `ietf-ip:ipv6` of an interface (RFC 8344, RFC 8349), and as routes. */
const ADDRESS = 'interfaces/<routed>/ipv6/address'
const ROUTE = 'routing/ipv6-routes/<prefix6>/next-hop'
/** Leaves in a container of their own. */
const FLAGS = [
  { container: 'autoconf', leaf: 'create-global-addresses' },
  { container: 'ietf-ipv6-unicast-routing:ipv6-router-advertisements', leaf: 'send-advertisements' },
] as const

export const isStandard6 = (pattern: string): boolean =>
  pattern === ADDRESS || pattern === ROUTE || FLAGS.some(({ leaf }) => pattern === `interfaces/<routed>/ipv6/${leaf}`)

export function ipv6Of(settings: Settings, name: string): JsonObject {
  const of = (leaf: string): string | undefined => settings[`interfaces/${name}/ipv6/${leaf}`]
  const address = readInterfaceAddress6(of('address') ?? '')
  const ipv6: JsonObject = address
    ? { address: [{ 'ip': address6Text(address.address), 'prefix-length': address.bits }] }
    : {}
  for (const { container, leaf } of FLAGS) {
    const value = of(leaf)
    if (value !== undefined) ipv6[container] = { [leaf]: leafOf(value) }
  }
  return ipv6
}

export const routes6Of = (device: Device, settings: Settings): JsonObject[] =>
  told(device, settings, ROUTE).map(({ at, value }) => ({
    'destination-prefix': sure(at[0]),
    'next-hop': { 'next-hop-address': value },
  }))

export function readIpv6(value: Json, name: string, at: string, take: Take): void {
  const ipv6 = objectAt(value, at)
  onlyHas(ipv6, ['address', ...FLAGS.map(({ container }) => container)], at)
  for (const { container, leaf } of FLAGS) {
    if (ipv6[container] === undefined) continue
    const here = `${at}/${container}`
    const flags = objectAt(ipv6[container], here)
    onlyHas(flags, [leaf], here)
    take(`interfaces/${name}/ipv6/${leaf}`, textAt(flags[leaf], `${here}/${leaf}`), `${here}/${leaf}`)
  }
  if (ipv6.address === undefined) return
  const [address, ...more] = listAt(ipv6.address, `${at}/address`)
  if (more.length > 0) throw new FileRefusal(`${at}/address[2]`, 'an interface has one address here.')
  const read = objectAt(address, `${at}/address[1]`)
  const [ip, length] = [textAt(read.ip, `${at}/ip`), textAt(read['prefix-length'], `${at}/prefix-length`)]
  take(`interfaces/${name}/ipv6/address`, `${ip}/${length}`, at)
}

export function readRoutes6(value: Json, at: string, take: Take): void {
  for (const [place, one] of listAt(objectAt(value, at).route, `${at}/route`).entries()) {
    const here = `${at}/route[${place + 1}]`
    const route = objectAt(one, here)
    onlyHas(route, ['destination-prefix', 'next-hop'], here)
    const prefix = textAt(route['destination-prefix'], `${here}/destination-prefix`)
    const hop = objectAt(route['next-hop'], `${here}/next-hop`)
    onlyHas(hop, ['next-hop-address'], `${here}/next-hop`)
    take(
      `routing/ipv6-routes/${prefix}/next-hop`,
      textAt(hop['next-hop-address'], `${here}/next-hop`),
      `${here}/next-hop`,
    )
  }
}
