import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { delimiter, dirname, join, resolve } from 'node:path'

const listOf = (text = ''): string[] =>
  text
    .split(',')
    .map(one => one.trim())
    .filter(one => one !== '')

/** What the environment says, read once. */
export const settings = {
  dataFile: resolve(process.env.ANVIL_DATA ?? 'data/steady-anvil.sqlite'),
  /** Content folders, the first with the demo; more may be added with the path delimiter of the system. */
  contentFolders: (process.env.ANVIL_CONTENT ?? 'content').split(delimiter).map(folder => resolve(folder)),
  demo: process.env.ANVIL_DEMO === '1',
  demoPassword: process.env.ANVIL_DEMO_PASSWORD ?? 'slipway-64',
  /** Who administers an empty data file: a sign-in address and a password, both or neither. */
  firstAdministrator: { email: process.env.ANVIL_ADMIN ?? '', password: process.env.ANVIL_ADMIN_PASSWORD ?? '' },
  logLevel: process.env.ANVIL_LOG ?? 'info',
  /** The name of the centre: no password is made of it. */
  centre: process.env.ANVIL_CENTRE ?? '',
  /** Whether trainers, invigilators and administrators have to have a second factor beside their password. */
  secondFactor: process.env.ANVIL_SECOND_FACTOR === '1',
  /** Addresses or networks (CIDR) of proxies whose word on who calls, by which name and protocol, is taken. */
  trustedProxies: listOf(process.env.ANVIL_TRUSTED_PROXIES),
  /** Names under which the server may be called, with their port where it isn’t the usual one; all, if none is set. */
  hosts: listOf(process.env.ANVIL_HOSTS).map(host => host.toLowerCase()),
  /** In production: HTTPS alone, said to browsers for a year, with cookies that go by nothing else. */
  https: process.env.ANVIL_HTTPS === '1',
  version: process.env.npm_package_version ?? '0.1.0',
}

let kept: string | undefined

/** The secret that seals cookies: `ANVIL_SECRET`, or one made at first need and kept beside the data. */
export function cookieSecret(): string {
  if (kept) return kept
  const given = process.env.ANVIL_SECRET
  if (given) {
    if (given.length < 32) throw new RangeError('ANVIL_SECRET must have 32 characters at least.')
    return (kept = given)
  }
  const file = join(dirname(settings.dataFile), 'cookie-secret')
  if (!existsSync(file)) {
    mkdirSync(dirname(file), { recursive: true })
    writeFileSync(file, randomBytes(48).toString('base64url'), { mode: 0o600 })
  }
  return (kept = readFileSync(file, 'utf8').trim())
}
