import {
  address6Text,
  isForMany6,
  NO_ADDRESS,
  readAddress6,
  readInterfaceAddress6,
} from '../../../../ground/addresses/ipv6'
import { everywhere, flag, onHosts, onRouters, written } from './kind'
import type { SettingKind } from './kind'

/** An address that a device can have, in the one way in which it is written. */
function hostAddress(text: string): string | null {
  const read = readInterfaceAddress6(text)
  if (!read || isForMany6(read.address) || read.address === NO_ADDRESS || read.bits < 1) return null
  return `${address6Text(read.address)}/${read.bits}`
}
export function anAddress6(text: string): string | null {
  const read = readAddress6(text)
  return read === null || isForMany6(read) ? null : address6Text(read)
}

/** Names of RFC 8344 and RFC 8349. */
export const ipv6Kinds: readonly SettingKind[] = [
  {
    path: 'interfaces/<routed>/ipv6/address',
    group: 'IPv6',
    title: 'IPv6 address',
    about: 'with the length of its prefix, such as 2001:db8:44:10::20/64',
    usual: '',
    on: everywhere,
    read: written(hostAddress, 'an address that a device can have, with its prefix, such as 2001:db8:44:10::20/64'),
  },
  {
    path: 'interfaces/<routed>/ipv6/create-global-addresses',
    group: 'IPv6',
    title: 'Makes its own',
    about: 'whether it makes itself an address of the prefix that a router says, and takes that router as the way out',
    on: onHosts,
    ...flag('false'),
  },
  {
    path: 'interfaces/<routed>/ipv6/send-advertisements',
    group: 'IPv6',
    title: 'Says its prefixes',
    about: 'whether it says to hosts which prefix they are in, and that it is the way out',
    on: onRouters,
    ...flag('false'),
  },
  {
    path: 'routing/ipv6-routes/<prefix6>/next-hop',
    group: 'IPv6',
    title: 'Next hop',
    about: 'to whom packets for this prefix go; ::/0 is for all that no longer prefix is for',
    usual: '',
    on: everywhere,
    read: written(anAddress6, 'an address such as 2001:db8:44:10::1'),
  },
]
