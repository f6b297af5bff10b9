import { wholeNumber } from '../numbers'
import { anAddress, onRouters, when } from './kind'
import type { SettingKind } from './kind'

/** Routers that stand in for each other (RFC 5798), in names of RFC 8347. */
export const standingInKinds: readonly SettingKind[] = [
  {
    path: 'vrrp/interfaces/<routed>/<group>/virtual-address',
    group: 'VRRP',
    title: 'Shared address',
    about: 'the address that several routers have together, by the number of their group',
    usual: '',
    on: onRouters,
    read: anAddress('10.44.10.1'),
  },
  {
    path: 'vrrp/interfaces/<routed>/<group>/priority',
    group: 'VRRP',
    title: 'Priority',
    about: 'of those that are up the one with the largest has the address',
    usual: '100',
    on: onRouters,
    read: when(text => wholeNumber(text, 1, 254), 'a whole number from 1 to 254'),
  },
]
