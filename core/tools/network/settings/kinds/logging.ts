import { MOST_STRATUM } from '../../frames/ntp'
import { SEVERITIES } from '../../frames/syslog'
import { wholeNumber } from '../numbers'
import { anAddress, everywhere, oneOf, onServersOrRouters, when } from './kind'
import type { SettingKind } from './kind'

const group = 'Logs and time'

/** Whose time it takes (RFC 7317), a clock of its own (RFC 9249), and who keeps what it says (a model of our own). */
export const loggingKinds: readonly SettingKind[] = [
  {
    path: 'system/ntp/server',
    group,
    title: 'Takes the time from',
    about: 'who is asked what time it is',
    usual: '',
    on: everywhere,
    read: anAddress('10.44.10.20'),
  },
  {
    path: 'ntp/refclock-master/master-stratum',
    group,
    title: 'Has a clock of its own',
    about: 'that others may believe: as if it came from the best by so many steps, from 1 on',
    usual: '',
    on: onServersOrRouters,
    read: when(text => wholeNumber(text, 1, MOST_STRATUM), `a whole number from 1 to ${MOST_STRATUM}`),
  },
  {
    path: 'system/log/server',
    group,
    title: 'Says what happens to',
    about: 'who keeps what this device has to say',
    usual: '',
    on: everywhere,
    read: anAddress('10.44.10.20'),
  },
  {
    path: 'system/log/severity',
    group,
    title: 'From how bad on',
    about: 'what is less bad isn’t sent',
    usual: 'info',
    choices: SEVERITIES,
    on: everywhere,
    read: oneOf(...SEVERITIES),
  },
]
