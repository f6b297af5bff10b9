import { rangesText, readRanges } from '../ranges'
import { wholeNumber } from '../numbers'
import { anAddress, everywhere, onRouters, onServersOrRouters, flag, when, written } from './kind'
import type { SettingKind } from './kind'

const address = anAddress('10.44.10.1')
const ranges = written(text => {
  const read = readRanges(text)
  return read && rangesText(read)
}, 'addresses such as 10.44.10.100-10.44.10.150, or several of them with commas')

/** Addresses that are lent by DHCP (RFC 2131, RFC 2132); a model of our own, since the IETF has none for IPv4. */
export const lendingKinds: readonly SettingKind[] = [
  {
    path: 'interfaces/<routed>/ipv4/dhcp-client',
    group: 'Ports',
    title: 'Address by DHCP',
    about: 'whether it asks for an address in place of having one of its own',
    on: everywhere,
    ...flag('false'),
  },
  {
    path: 'interfaces/<routed>/ipv4/dhcp-relay',
    group: 'DHCP',
    title: 'Hands on requests to',
    about: 'the server to which requests for an address that come in here are handed on',
    usual: '',
    on: onRouters,
    read: address,
  },
  {
    path: 'dhcp/pools/<prefix>/range',
    group: 'DHCP',
    title: 'Lends',
    about: 'the addresses that are lent in this network',
    usual: '',
    on: onServersOrRouters,
    read: ranges,
  },
  {
    path: 'dhcp/pools/<prefix>/excluded',
    group: 'DHCP',
    title: 'But not',
    about: 'addresses that are kept for others',
    usual: '',
    on: onServersOrRouters,
    read: ranges,
  },
  {
    path: 'dhcp/pools/<prefix>/router',
    group: 'DHCP',
    title: 'Gateway',
    about: 'the gateway that is told along with an address',
    usual: '',
    on: onServersOrRouters,
    read: address,
  },
  {
    path: 'dhcp/pools/<prefix>/resolver',
    group: 'DHCP',
    title: 'Name server',
    about: 'the name server that is told along with an address',
    usual: '',
    on: onServersOrRouters,
    read: address,
  },
  {
    path: 'dhcp/pools/<prefix>/lease-time',
    group: 'DHCP',
    title: 'For so long',
    about: 'for how many seconds an address is lent',
    usual: '86400',
    on: onServersOrRouters,
    read: when(text => wholeNumber(text, 60, 9_999_999), 'seconds from 60 on'),
  },
  {
    path: 'dhcp/reservations/<hardware>',
    group: 'DHCP',
    title: 'Kept for one',
    about: 'the address that this one always gets',
    usual: '',
    on: onServersOrRouters,
    read: address,
  },
]
