import { wholeNumber } from '../numbers'
import { onBridges, flag, when } from './kind'
import type { SettingKind } from './kind'

const stepOf = (step: number, most: number) => (text: string) => wholeNumber(text, 0, most) && Number(text) % step === 0

/** The rapid spanning tree (IEEE 802.1D-2004, 17.13 and 17.14). */
export const treeKinds: readonly SettingKind[] = [
  {
    path: 'bridge/spanning-tree/enabled',
    group: 'Tree',
    title: 'Spanning tree',
    about: 'whether it keeps loops of cables shut, together with its neighbours',
    on: onBridges,
    ...flag('false'),
  },
  {
    path: 'bridge/spanning-tree/priority',
    group: 'Tree',
    title: 'Priority',
    about: 'of all bridges the one with the smallest is the root; of equal ones that with the smallest address',
    usual: '32768',
    on: onBridges,
    read: when(stepOf(4096, 61_440), 'a multiple of 4096 from 0 to 61440'),
  },
  {
    path: 'interfaces/<bridged>/bridge-port/path-cost',
    group: 'Tree',
    title: 'Path cost',
    about: 'what the way by this port costs; usually 20000 at 1000 Mbit/s, 200000 at 100',
    usual: '200000',
    on: onBridges,
    read: when(text => wholeNumber(text, 1, 200_000_000), 'a whole number from 1 to 200000000'),
  },
  {
    path: 'interfaces/<bridged>/bridge-port/priority',
    group: 'Tree',
    title: 'Port priority',
    about: 'of two ways that cost the same the one whose far port has the smallest is taken',
    usual: '128',
    on: onBridges,
    read: when(stepOf(16, 240), 'a multiple of 16 from 0 to 240'),
  },
]
