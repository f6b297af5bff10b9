import { wholeNumber } from '../numbers'
import { onRouters, flag, when } from './kind'
import type { SettingKind } from './kind'

const path = (leaf: string): string => `routing/rip/interfaces/<routed>/${leaf}`

/** Routing that is learned by RIP (RFC 2453), in names of RFC 8695. */
export const ripKinds: readonly SettingKind[] = [
  {
    path: path('enabled'),
    group: 'RIP',
    title: 'Takes part',
    about: 'whether the network of the interface is told to others, and theirs is listened to',
    on: onRouters,
    ...flag('false'),
  },
  {
    path: path('cost'),
    group: 'RIP',
    title: 'Cost',
    about: 'how many hops the way by this interface counts; 16 is nowhere',
    usual: '1',
    on: onRouters,
    read: when(text => wholeNumber(text, 1, 15), 'a whole number from 1 to 15'),
  },
  {
    path: path('passive'),
    group: 'RIP',
    title: 'Passive',
    about: 'whether nothing is said on it, while others are listened to',
    on: onRouters,
    ...flag('false'),
  },
]
