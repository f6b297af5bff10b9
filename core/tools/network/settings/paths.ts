import { readAddress, readInterfaceAddress, readPrefix } from '../addresses'
import { isSwitch, portsOf } from '../site'
import type { Device } from '../site'

/** What a device is told, by paths. What isn’t there is as it usually is. */
export type Settings = Readonly<Record<string, string>>

type Read = { ok: true; value: string } | { ok: false; expected: string }

/** The paths at which two say something else. */
export const differing = (one: Settings, other: Settings): string[] =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].filter(path => one[path] !== other[path])

/** A kind of setting. In its path, `<port>` and `<prefix>` stand for names of ports and prefixes. */
export interface SettingKind {
  path: string
  /** The group in which it stands on the screen. */
  group: 'Ports' | 'Addresses' | 'Routes'
  title: string
  about: string
  /** What holds where nothing is set. */
  usual: string
  choices?: readonly string[]
  on: (device: Device) => boolean
  read: (text: string) => Read
}

const oneOf =
  (...choices: readonly string[]) =>
  (text: string): Read =>
    choices.includes(text) ? { ok: true, value: text } : { ok: false, expected: choices.join(' or ') }
const when =
  (holds: (text: string) => boolean, expected: string) =>
  (text: string): Read =>
    holds(text) ? { ok: true, value: text } : { ok: false, expected }

const hasAddresses = ({ kind }: Device): boolean => !isSwitch(kind)

/** All settings there are. The names are those of the IETF’s models (RFC 8343, RFC 8344, RFC 8349). */
export const settingKinds: readonly SettingKind[] = [
  {
    path: 'interfaces/<port>/enabled',
    group: 'Ports',
    title: 'Enabled',
    about: 'whether the port sends and takes anything',
    usual: 'true',
    choices: ['true', 'false'],
    on: () => true,
    read: oneOf('true', 'false'),
  },
  {
    path: 'interfaces/<port>/description',
    group: 'Ports',
    title: 'Description',
    about: 'what it is joined to, in words',
    usual: '',
    on: () => true,
    read: when(text => text.length > 0 && text.length <= 60, 'a text of at most 60 characters'),
  },
  {
    path: 'interfaces/<port>/ipv4/address',
    group: 'Addresses',
    title: 'IPv4 address',
    about: 'with the length of its prefix, such as 10.44.10.20/24',
    usual: '',
    on: hasAddresses,
    read: when(isHostAddress, 'an address that a device can have, with its prefix, such as 10.44.10.20/24'),
  },
  {
    path: 'routing/routes/<prefix>/next-hop',
    group: 'Routes',
    title: 'Next hop',
    about: 'to whom packets for this prefix go; 0.0.0.0/0 is for all that no longer prefix is for',
    usual: '',
    on: hasAddresses,
    read: when(text => readAddress(text) !== null, 'an address such as 10.44.10.1'),
  },
]

function isHostAddress(text: string): boolean {
  const read = readInterfaceAddress(text)
  if (!read || read.bits < 1) return false
  const size = 2 ** (32 - read.bits)
  const place = read.address % size
  const first = Math.floor(read.address / 2 ** 24)
  // Not the network itself and not its broadcast address, but where there are only two or one (RFC 3021).
  return first > 0 && first < 224 && first !== 127 && (read.bits >= 31 || (place > 0 && place < size - 1))
}

/** A path that a device has, with what stands in it for ports and prefixes. */
export interface MatchedPath {
  ok: true
  kind: SettingKind
  path: string
  port: string | null
  prefix: string | null
}

/** A path that a device hasn’t: from which character on, and what could stand there. */
export interface NoPath {
  ok: false
  at: number
  expected: string[]
}

/** What follows a slash in a path: a prefix has one of its own. */
const PIECE = /\d+(?:\.\d+){3}\/\d+|[^/]+/y

function piecesOf(path: string): { text: string; at: number }[] {
  const pieces: { text: string; at: number }[] = []
  let at = 0
  while (at < path.length) {
    PIECE.lastIndex = at
    const found = PIECE.exec(path)
    if (!found) break
    pieces.push({ text: found[0], at })
    at += found[0].length + 1
  }
  if (path === '' || path.endsWith('/')) pieces.push({ text: '', at: path.length })
  return pieces
}

function fits(piece: string, pattern: string, device: Device): boolean {
  if (pattern === '<port>') return portsOf(device).includes(piece)
  if (pattern === '<prefix>') return readPrefix(piece) !== null
  return piece === pattern
}

function couldBe(pattern: string, device: Device): string[] {
  if (pattern === '<port>') return portsOf(device)
  return pattern === '<prefix>' ? ['a prefix such as 10.44.10.0/24'] : [pattern]
}

/** Finds a setting of a device by its path. */
export function matchPath(device: Device, path: string): MatchedPath | NoPath {
  const pieces = piecesOf(path)
  let open = settingKinds.filter(kind => kind.on(device)).map(kind => ({ kind, pattern: kind.path.split('/') }))
  for (const [at, { text, at: from }] of pieces.entries()) {
    const next = open.filter(({ pattern }) => pattern[at] !== undefined && fits(text, pattern[at], device))
    if (next.length === 0) {
      const expected = open.flatMap(({ pattern }) => (pattern[at] === undefined ? [] : couldBe(pattern[at], device)))
      return { ok: false, at: from, expected: [...new Set(expected)] }
    }
    open = next
  }
  const whole = open.find(({ pattern }) => pattern.length === pieces.length)
  if (!whole) {
    const expected = open.flatMap(({ pattern }) => couldBe(pattern[pieces.length]!, device))
    return { ok: false, at: path.length, expected: [...new Set(expected)] }
  }
  const part = (name: string): string | null => pieces[whole.pattern.indexOf(name)]?.text ?? null
  return { ok: true, kind: whole.kind, path, port: part('<port>'), prefix: part('<prefix>') }
}

/** The setting of a device, or what usually holds. Throws a RangeError for a path that it hasn’t. */
export function settingOf(device: Device, settings: Settings, path: string): string {
  const found = matchPath(device, path)
  if (!found.ok) throw new RangeError(`${device.name} has no ${path}.`)
  return settings[path] ?? found.kind.usual
}
