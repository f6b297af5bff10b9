import { isPublicKey } from '../keys'
import { flag, onServers, onServing, when } from './kind'
import type { SettingKind } from './kind'

export const USER = /^[a-z][\w.-]{0,62}$/
export const isUser = when(text => USER.test(text), 'a name of letters, digits, dots and hyphens')
export const isSecret = when(text => /^[!-~](?:[ -~]{0,61}[!-~])?$/.test(text), '1 to 63 letters, digits and signs')

/** Users of the device itself, and a directory of users that others ask (RFC 2865); a model of our own. */
export const userKinds: readonly SettingKind[] = [
  {
    path: 'system/users/<user>/password',
    group: 'Users',
    title: 'Password',
    about: 'by which a user may log in here',
    usual: '',
    on: onServing,
    read: isSecret,
  },
  {
    path: 'system/users/<user>/authorized-key',
    group: 'Users',
    title: 'Key',
    about: 'the public key by which a user may log in here, as the device at which they sit shows it',
    usual: '',
    on: onServing,
    read: when(isPublicKey, 'a public key of 44 characters, as a device shows its own'),
  },
  {
    path: 'system/shell/passwords',
    group: 'Users',
    title: 'A password is enough',
    about: 'whether one may log in by a password alone, without a key',
    on: onServing,
    ...flag('true'),
  },
  {
    path: 'directory/users/<user>',
    group: 'Users',
    title: 'Password',
    about: 'of a user whom others may let in',
    usual: '',
    on: onServers,
    read: isSecret,
  },
  {
    path: 'directory/clients/<address>',
    group: 'Users',
    title: 'Secret',
    about: 'of somebody who may ask here: an access point',
    usual: '',
    on: onServers,
    read: isSecret,
  },
]
