import { onServing, oneOf } from './kind'
import type { SettingKind } from './kind'

/** What can listen on a port. */
export const services = ['web', 'mail', 'files', 'data', 'print', 'shell', 'time', 'log'] as const
export type Service = (typeof services)[number]

export const serviceKinds: readonly SettingKind[] = [
  {
    path: 'services/<transport>/<number>',
    group: 'Services',
    title: 'Listens',
    about: 'what answers on a port',
    usual: '',
    choices: services,
    on: onServing,
    read: oneOf(...services),
  },
]
