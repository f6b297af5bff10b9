import { wholeNumber } from '../numbers'
import { onBridges, oneOf, when, written } from './kind'
import type { SettingKind } from './kind'

/** VLANs have these numbers (IEEE 802.1Q, 9.6: 0 and 4095 are kept for other things). */
const [FIRST, LAST] = [1, 4094]
export const isVlan = (text: string): boolean => wholeNumber(text, FIRST, LAST)

const ACCEPTED = ['all', 'tagged', 'untagged'] as const

/** Numbers in one order, each once: 10,20,30. */
function vlanList(text: string): string | null {
  const numbers = text.split(',').map(one => one.trim())
  if (!numbers.every(isVlan)) return null
  return [...new Set(numbers.map(Number))].sort((one, other) => one - other).join(',')
}

/** Names of the bridge port of IEEE 802.1Q: pvid, the VLANs it is a tagged member of, acceptable frames. */
export const vlanKinds: readonly SettingKind[] = [
  {
    path: 'interfaces/<bridged>/bridge-port/pvid',
    group: 'VLANs',
    title: 'Untagged VLAN',
    about: 'to which VLAN frames without a tag belong; frames of it leave without one',
    usual: '1',
    on: onBridges,
    read: when(isVlan, 'the number of a VLAN, from 1 to 4094'),
  },
  {
    path: 'interfaces/<bridged>/bridge-port/tagged',
    group: 'VLANs',
    title: 'Tagged VLANs',
    about: 'which VLANs it carries with a tag, such as 10,20',
    usual: '',
    on: onBridges,
    read: written(vlanList, 'numbers of VLANs from 1 to 4094, such as 10,20'),
  },
  {
    path: 'interfaces/<bridged>/bridge-port/accept',
    group: 'VLANs',
    title: 'Takes',
    about: 'whether it takes all frames, only those with a tag or only those without',
    usual: 'all',
    choices: ACCEPTED,
    on: onBridges,
    read: oneOf(...ACCEPTED),
  },
  {
    path: 'bridge/vlans/<vlan>/name',
    group: 'VLANs',
    title: 'Name',
    about: 'what a VLAN is for, in a word',
    usual: '',
    on: onBridges,
    read: when(text => /^[\w-]{1,32}$/.test(text), 'a name of letters, digits and hyphens'),
  },
]
