import { mediumOf, portsOf } from '../../site'
import { everywhere, flag, oneOf } from './kind'
import type { SettingKind } from './kind'

/** Speeds of copper in Mbit/s (IEEE 802.3): 10BASE-T, 100BASE-TX, 1000BASE-T, 10GBASE-T. */
export const SPEEDS = ['10', '100', '1000', '10000'] as const
export const DUPLEXES = ['full', 'half'] as const
export type Duplex = (typeof DUPLEXES)[number]
/** The ends of a long pair of wires (IEEE 802.3, clause 61): who leads, and who follows. */
export const SIDES = ['office', 'remote'] as const
export type Side = (typeof SIDES)[number]

const group = 'Ports'

/** How a port comes to its speed (IEEE 802.3, clause 28; named as in IEEE 802.3.2). */
export const ethernetKinds: readonly SettingKind[] = [
  {
    path: 'interfaces/<copper>/ethernet/auto-negotiation',
    group,
    title: 'Agrees with the other end',
    about: 'on the best speed that both can, and on who may talk when; 1000 Mbit/s and more are always agreed',
    on: everywhere,
    ...flag('true'),
  },
  {
    path: 'interfaces/<copper>/ethernet/speed',
    group,
    title: 'Speed',
    about: 'in Mbit/s: the only one that it offers, or the one that it has without asking',
    usual: '',
    choices: SPEEDS,
    on: everywhere,
    read: oneOf(...SPEEDS),
  },
  {
    path: 'interfaces/<copper>/ethernet/duplex',
    group,
    title: 'Duplex',
    about: 'full: both may talk at once; half: one at a time',
    usual: '',
    choices: DUPLEXES,
    on: everywhere,
    read: oneOf(...DUPLEXES),
  },
  {
    path: 'interfaces/<pair>/line/side',
    group,
    title: 'End of the line',
    about: 'of a long pair of wires one end is the office’s, and leads; the other is remote',
    usual: 'remote',
    choices: SIDES,
    on: device => portsOf(device).some(port => mediumOf(device, port) === 'pair'),
    read: oneOf(...SIDES),
  },
]

/** The most in Mbit/s that a copper port can be told without agreeing on it. */
export const FIXED_MOST = 100
