import { wholeNumber } from '../numbers'
import { everywhere, flag, when } from './kind'
import type { SettingKind } from './kind'
import { readInterfaceAddress } from '../../../../ground/addresses/ipv4'

/** An address that a device can have: not its network nor its broadcast address, but where there are one or two. */
function isHostAddress(text: string): boolean {
  const read = readInterfaceAddress(text)
  if (!read || read.bits < 1) return false
  const size = 2 ** (32 - read.bits)
  const place = read.address % size
  const first = Math.floor(read.address / 2 ** 24)
  // RFC 3021 for prefixes of 31 bits.
  return first > 0 && first < 224 && first !== 127 && (read.bits >= 31 || (place > 0 && place < size - 1))
}

/** Names of RFC 8343 and RFC 8344. */
export const portKinds: readonly SettingKind[] = [
  {
    path: 'interfaces/<interface>/enabled',
    group: 'Ports',
    title: 'Enabled',
    about: 'whether the port sends and takes anything',
    on: everywhere,
    ...flag('true'),
  },
  {
    path: 'interfaces/<interface>/description',
    group: 'Ports',
    title: 'Description',
    about: 'what it is joined to, in words',
    usual: '',
    on: everywhere,
    read: when(text => text.length > 0 && text.length <= 60, 'a text of at most 60 characters'),
  },
  {
    path: 'interfaces/<routed>/ipv4/address',
    group: 'Ports',
    title: 'IPv4 address',
    about: 'with the length of its prefix, such as 10.44.10.20/24',
    usual: '',
    on: everywhere,
    read: when(isHostAddress, 'an address that a device can have, with its prefix, such as 10.44.10.20/24'),
  },
  {
    path: 'interfaces/<routed>/ipv4/mtu',
    group: 'Ports',
    title: 'Longest packet',
    about: 'how many bytes a packet has at most that goes out here',
    usual: '1500',
    on: everywhere,
    read: when(text => wholeNumber(text, 68, 1500), 'a whole number from 68 to 1500'),
  },
]
