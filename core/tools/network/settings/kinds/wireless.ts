import { radiosOf } from '../../site'
import type { Device } from '../../site'
import { BANDS, WIDTHS } from '../bands'
import { wholeNumber } from '../numbers'
import { isVlan } from './vlans'
import { anAddress, flag, oneOf, when } from './kind'
import { isSecret, isUser } from './users'
import type { SettingKind } from './kind'

/** How those who join are known: not at all, by a passphrase that all share, or each by a user name. */
export const SECURITIES = ['open', 'wpa2-personal', 'wpa3-personal', 'wpa2-enterprise', 'wpa3-enterprise'] as const
export type Security = (typeof SECURITIES)[number]
export const asksForUser = (security: Security): boolean => security.endsWith('-enterprise')
export const asksForPassphrase = (security: Security): boolean => security.endsWith('-personal')

const onAccessPoints = ({ kind }: Device): boolean => kind === 'access-point'
/** What joins: everything else with a radio. */
const onStations = (device: Device): boolean => radiosOf(device).length > 0 && !onAccessPoints(device)

/** At most 32 bytes (IEEE 802.11, 9.4.2.2). */
const ssid = when(
  text => text.trim() === text && text !== '' && new TextEncoder().encode(text).length <= 32,
  'a name of at most 32 bytes',
)
/** 8 to 63 characters of ASCII that can be printed (IEEE 802.11, J.4.1). */
const passphrase = when(text => /^[ -~]{8,63}$/.test(text), '8 to 63 letters, digits and signs')
const security = { choices: SECURITIES, read: oneOf(...SECURITIES) }

const ofNetwork = (leaf: string): string => `wireless/<network>/${leaf}`
const ofRadio = (leaf: string): string => `interfaces/<radio>/wireless/${leaf}`

/** What is offered and joined on the air; a model of our own, with the names of IEEE 802.11. */
export const wirelessKinds: readonly SettingKind[] = [
  {
    path: ofNetwork('ssid'),
    group: 'Wireless',
    title: 'Name on the air',
    about: 'what the network is called by those who join it (SSID)',
    usual: '',
    on: onAccessPoints,
    read: ssid,
  },
  {
    path: ofNetwork('security'),
    group: 'Wireless',
    title: 'Security',
    about: 'how those who join are known; 6 GHz offers none but WPA3',
    usual: 'open',
    on: onAccessPoints,
    ...security,
  },
  {
    path: ofNetwork('passphrase'),
    group: 'Wireless',
    title: 'Passphrase',
    about: 'what all who join have to know, with WPA2 or WPA3 personal',
    usual: '',
    on: onAccessPoints,
    read: passphrase,
  },
  {
    path: ofNetwork('directory'),
    group: 'Wireless',
    title: 'Directory',
    about: 'the address of the server that knows the users, with WPA2 or WPA3 enterprise',
    usual: '',
    on: onAccessPoints,
    read: anAddress('10.44.10.20'),
  },
  {
    path: ofNetwork('directory-secret'),
    group: 'Wireless',
    title: 'Its secret',
    about: 'by which the directory knows this access point',
    usual: '',
    on: onAccessPoints,
    read: isSecret,
  },
  {
    path: ofNetwork('vlan'),
    group: 'Wireless',
    title: 'VLAN',
    about: 'the VLAN in which those who join are; it leaves the cable with a tag, VLAN 1 without',
    usual: '1',
    on: onAccessPoints,
    read: when(isVlan, 'the number of a VLAN, from 1 to 4094'),
  },
  {
    path: ofNetwork('isolated'),
    group: 'Wireless',
    title: 'Kept from each other',
    about: 'whether those who join can’t reach each other here',
    on: onAccessPoints,
    ...flag('false'),
  },
  {
    path: ofNetwork('enabled'),
    group: 'Wireless',
    title: 'Offered',
    about: 'whether it can be joined',
    on: onAccessPoints,
    ...flag('true'),
  },
  {
    path: ofRadio('band'),
    group: 'Wireless',
    title: 'Band',
    about: 'in gigahertz',
    usual: BANDS[0],
    choices: BANDS,
    on: onAccessPoints,
    read: oneOf(...BANDS),
  },
  {
    path: ofRadio('channel'),
    group: 'Wireless',
    title: 'Channel',
    about: 'its number in the band; the first of the band where none is set',
    usual: '',
    on: onAccessPoints,
    read: when(text => wholeNumber(text, 1, 233), 'the number of a channel'),
  },
  {
    path: ofRadio('width'),
    group: 'Wireless',
    title: 'Width',
    about: 'of the channel, in megahertz: wider is faster, and hears more of others',
    usual: '20',
    choices: WIDTHS.map(String),
    on: onAccessPoints,
    read: oneOf(...WIDTHS.map(String)),
  },
  {
    path: ofRadio('power'),
    group: 'Wireless',
    title: 'Power',
    about: 'with which it sends, in dBm',
    usual: '20',
    on: onAccessPoints,
    read: when(text => wholeNumber(text, 1, 30), 'a whole number of dBm from 1 to 30'),
  },
  {
    path: ofRadio('ssid'),
    group: 'Wireless',
    title: 'Joins',
    about: 'the name on the air of the network that it joins (SSID)',
    usual: '',
    on: onStations,
    read: ssid,
  },
  {
    path: ofRadio('security'),
    group: 'Wireless',
    title: 'Security',
    about: 'what it expects of that network',
    usual: 'open',
    on: onStations,
    ...security,
  },
  {
    path: ofRadio('passphrase'),
    group: 'Wireless',
    title: 'Passphrase',
    about: 'of that network, with WPA2 or WPA3 personal',
    usual: '',
    on: onStations,
    read: passphrase,
  },
  {
    path: ofRadio('user'),
    group: 'Wireless',
    title: 'User',
    about: 'as whom it joins, with WPA2 or WPA3 enterprise',
    usual: '',
    on: onStations,
    read: isUser,
  },
  {
    path: ofRadio('password'),
    group: 'Wireless',
    title: 'Password',
    about: 'of that user',
    usual: '',
    on: onStations,
    read: isSecret,
  },
]
