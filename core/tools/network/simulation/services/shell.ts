import { isSignedFor, proofOf, publicKeyOf, signedBy } from '../../settings/keys'
import type { Settings } from '../../settings/paths'
import { told, toldBy } from '../../settings/told'
import type { Device } from '../../site'
import type { Say } from '../logging'

/** Where devices listen for those who look after them. */
export const SHELL_PORT = 22

/** Who wants to be let in: by the key of the device at which they sit, or by a password. */
export interface Login {
  user: string
  password: string | null
  /** The device at which they sit, and the address at which they knock. */
  from: string
  to: string
}

const LOGIN = /^login (\S+) (\S+)\n(key|password) (\S+)(?: (\S+))?\n$/

/** What is said first: who one is and where one knocks, and the proof of it by key or password. */
export function loginText({ user, password, from, to }: Login): string {
  const who = `login ${user} ${to}`
  if (password !== null) return `${who}\npassword ${proofOf(password, who)}\n`
  return `${who}\nkey ${publicKeyOf(from)} ${signedBy(from, who)}\n`
}

const WELCOME = 'come in, '
/** Whether an answer lets somebody in. */
export const isWelcome = (answer: string): boolean => answer.startsWith(WELCOME)

/** Lets those in who are known, by what they are known by; others hear what listens here. */
export class Shell {
  readonly #passwords: ReadonlyMap<string, string>
  readonly #keys: ReadonlyMap<string, string>
  readonly #byPassword: boolean

  /** `isOwn`: whether an address is one of the device’s own: what was signed for another isn’t taken here. */
  constructor(
    device: Device,
    settings: Settings,
    private readonly isOwn: (address: string) => boolean,
    private readonly otherwise: (said: Uint8Array) => Uint8Array,
    private readonly log: Say,
  ) {
    this.#passwords = toldBy(device, settings, 'system/users/<user>/password')
    this.#keys = toldBy(device, settings, 'system/users/<user>/authorized-key')
    this.#byPassword = told(device, settings, 'system/shell/passwords')[0]?.value !== 'false'
  }

  readonly answer = (said: Uint8Array): Uint8Array => {
    const words = new TextDecoder().decode(said)
    return words.startsWith('login ') ? new TextEncoder().encode(this.#verdict(words)) : this.otherwise(said)
  }

  #verdict(said: string): string {
    const verdict = this.#judged(said)
    const [, user = 'somebody', , by = ''] = LOGIN.exec(said) ?? []
    this.log(isWelcome(verdict) ? 'info' : 'warning', 'access', `${user}, by ${by || 'nothing'}: ${verdict.trim()}`)
    return verdict
  }

  #judged(said: string): string {
    const [, user = '', to = '', by = '', proof = '', signature = ''] = LOGIN.exec(said) ?? []
    if (!this.isOwn(to)) return 'refused: nobody of that name is meant here\n'
    const who = `login ${user} ${to}`
    if (by === 'key') {
      const key = this.#keys.get(user)
      const known = key !== undefined && key === proof && isSignedFor(key, who, signature)
      return known ? `${WELCOME}${user}\n` : `refused: this key isn’t known for ${user}\n`
    }
    if (!this.#byPassword) return 'refused: a password is not enough here\n'
    const password = this.#passwords.get(user)
    return password !== undefined && proofOf(password, who) === proof
      ? `${WELCOME}${user}\n`
      : 'refused: no such user, or another password\n'
  }
}
