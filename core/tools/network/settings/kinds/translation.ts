import { readAddress } from '../../../../ground/addresses/ipv4'
import { isPort } from '../numbers'
import { onRouters, when, written } from './kind'
import type { SettingKind } from './kind'

const INTERFACE = /^(?:p[1-9]\d?(?:\.[1-9]\d{0,3})?|vlan[1-9]\d{0,3})$/

/** An address and a port of it: 10.44.10.20:5432. Null for anything else. */
export function readEndpoint(text: string): { address: number; port: number } | null {
  const [host = '', number = '', ...more] = text.split(':')
  const address = readAddress(host)
  return address === null || !isPort(number) || more.length > 0 ? null : { address, port: Number(number) }
}

/** Translation of addresses (RFC 3022; words of RFC 8512 where it has them). */
export const translationKinds: readonly SettingKind[] = [
  {
    path: 'nat/external-interface',
    group: 'NAT',
    title: 'Outside',
    about: 'the interface towards the provider: what leaves there is translated',
    usual: '',
    on: onRouters,
    read: when(text => INTERFACE.test(text), 'an interface such as p4'),
  },
  {
    path: 'nat/internal-prefixes/<prefix>/translate-to',
    group: 'NAT',
    title: 'Inside',
    about: 'what becomes of these addresses outside: the address of the outside interface, or another one',
    usual: '',
    on: onRouters,
    read: when(
      text => text === 'interface' || readAddress(text) !== null,
      '“interface”, or an address of ours outside',
    ),
  },
  {
    path: 'nat/forwards/<transport>/<number>',
    group: 'NAT',
    title: 'Forwarded port',
    about: 'to whom inside a port of the outside address goes, such as 10.44.10.20:443',
    usual: '',
    on: onRouters,
    read: written(
      text => (readEndpoint(text) ? text.trim() : null),
      'an address inside and a port of it, such as 10.44.10.20:443',
    ),
  },
  {
    path: 'nat/static/<address>/external-address',
    group: 'NAT',
    title: 'One for one',
    about: 'the address that a host inside has outside, for itself alone',
    usual: '',
    on: onRouters,
    read: when(text => readAddress(text) !== null, 'an address of ours outside, such as 198.51.100.11'),
  },
]
