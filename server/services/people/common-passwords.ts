import { dictionary } from '@zxcvbn-ts/language-common'

const MOST = 10_000

/** The ten thousand commonest passwords of those that came out of break-ins, in lower case. */
export const commonPasswords: ReadonlySet<string> = new Set(dictionary['passwords-common'].slice(0, MOST))
