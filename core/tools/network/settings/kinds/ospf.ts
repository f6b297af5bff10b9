import { readAddress } from '../../../../ground/addresses/ipv4'
import { wholeNumber } from '../numbers'
import { onRouters, oneOf, when } from './kind'
import type { SettingKind } from './kind'

const ofInterface = (
  leaf: string,
  title: string,
  about: string,
  usual: string,
  read: SettingKind['read'],
  choices?: readonly string[],
): SettingKind => ({
  path: `routing/ospf/interfaces/<routed>/${leaf}`,
  group: 'OSPF',
  title,
  about,
  usual,
  on: onRouters,
  read,
  ...(choices ? { choices } : {}),
})

/** Routing that is learned by OSPF (RFC 2328), in names of RFC 9129. */
export const ospfKinds: readonly SettingKind[] = [
  {
    path: 'routing/ospf/router-id',
    group: 'OSPF',
    title: 'Router ID',
    about: 'what the router is called by the others: an address; without one the largest of its own',
    usual: '',
    on: onRouters,
    read: when(text => (readAddress(text) ?? 0) > 0, 'an address such as 10.44.0.1'),
  },
  ofInterface(
    'area',
    'Area',
    'takes the interface into OSPF, in this area; 0.0.0.0 is that of the backbone',
    '',
    when(text => readAddress(text) !== null, 'an area such as 0.0.0.0'),
  ),
  ofInterface(
    'cost',
    'Cost',
    'what the way by this interface costs',
    '10',
    when(text => wholeNumber(text, 1, 65_535), 'a whole number from 1 to 65535'),
  ),
  ofInterface(
    'priority',
    'Priority',
    'of all on a network the one with the largest speaks for it; 0 never does',
    '1',
    when(text => wholeNumber(text, 0, 255), 'a whole number from 0 to 255'),
  ),
  ofInterface(
    'passive',
    'Passive',
    'whether its network is told to others, while nobody is spoken to on it',
    'false',
    oneOf('false', 'true'),
    ['false', 'true'],
  ),
]
