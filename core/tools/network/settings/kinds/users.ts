import { onServers, when } from './kind'
import type { SettingKind } from './kind'

export const USER = /^[a-z][\w.-]{0,62}$/
export const isUser = when(text => USER.test(text), 'a name of letters, digits, dots and hyphens')
export const isSecret = when(text => /^[!-~](?:[ -~]{0,61}[!-~])?$/.test(text), '1 to 63 letters, digits and signs')

/** A directory of users that others ask (RFC 2865); a model of our own. */
export const userKinds: readonly SettingKind[] = [
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
