import { isName } from '../../names'
import { anAddress6 } from './ipv6'
import { anAddress, everywhere, onServersOrRouters, when, written } from './kind'
import type { SettingKind } from './kind'

const address = anAddress('10.44.10.20')
const aName = when(isName, 'a whole name such as books.sallowmere.test')

const record = (type: string, title: string, about: string, read: SettingKind['read']): SettingKind => ({
  path: `dns/zones/<zone>/<label>/${type}`,
  group: 'DNS',
  title,
  about,
  usual: '',
  on: onServersOrRouters,
  read,
})

/** Names (RFC 1035), and who is asked for them (RFC 7317). */
export const nameKinds: readonly SettingKind[] = [
  {
    path: 'system/dns-resolver/server',
    group: 'DNS',
    title: 'Asks',
    about: 'the name server that it asks',
    usual: '',
    on: everywhere,
    read: address,
  },
  {
    path: 'system/dns-resolver/search',
    group: 'DNS',
    title: 'Short names are in',
    about: 'what is put behind a name without a dot',
    usual: '',
    on: everywhere,
    read: aName,
  },
  record('a', 'Address', 'the IPv4 address of a name', address),
  record(
    'aaaa',
    'IPv6 address',
    'the IPv6 address of a name',
    written(anAddress6, 'an address such as 2001:db8:44:10::20'),
  ),
  record('cname', 'Also called', 'the name for which this is another', aName),
  record('ptr', 'Name', 'the name of an address; in a zone such as 10.44.10.in-addr.arpa', aName),
  record(
    'mx',
    'Mail by',
    'who takes mail for it, with how much that is preferred: 10 mail.sallowmere.test',
    when(text => /^\d{1,5} /.test(text) && isName(text.replace(/^\d+ /, '')), 'such as 10 mail.sallowmere.test'),
  ),
  {
    path: 'dns/forwarder',
    group: 'DNS',
    title: 'Else asks',
    about: 'the name server that is asked for what is in no zone here',
    usual: '',
    on: onServersOrRouters,
    read: address,
  },
]
