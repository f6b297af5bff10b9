import { wholeNumber } from '../numbers'
import { anAddress, everywhere, when } from './kind'
import type { SettingKind } from './kind'
import { readAddress } from '../../../../ground/addresses/ipv4'

/** Where packets go to be forgotten (RFC 8349, special next hop). */
export const BLACKHOLE = 'blackhole'

/** Names of RFC 8349. */
export const routeKinds: readonly SettingKind[] = [
  {
    path: 'routing/routes/<prefix>/next-hop',
    group: 'Routes',
    title: 'Next hop',
    about: 'to whom packets for this prefix go; 0.0.0.0/0 is for all that no longer prefix is for',
    usual: '',
    on: everywhere,
    read: when(
      text => text === BLACKHOLE || readAddress(text) !== null,
      `an address such as 10.44.10.1, or ${BLACKHOLE}`,
    ),
  },
  {
    path: 'routing/routes/<prefix>/preference',
    group: 'Routes',
    title: 'Preference',
    about: 'of routes to the same prefix the one with the smallest holds: 10 for one that is set, 30 for OSPF',
    usual: '10',
    on: everywhere,
    read: when(text => wholeNumber(text, 1, 255), 'a whole number from 1 to 255'),
  },
  {
    path: 'routing/routes/<prefix>/backup-next-hop',
    group: 'Routes',
    title: 'Otherwise by',
    about: 'to whom packets go while the next hop is in no network that is up',
    usual: '',
    on: everywhere,
    read: anAddress('10.44.10.1'),
  },
]
