import { sure } from '../../../ground/sure'
import type { Device } from '../site'
import { settingKinds } from './kinds'
import type { SettingKind } from './kinds'
import { couldBe, fits, isPlace } from './places'

/** What a device is told, by paths. What isn’t there is as it usually is. */
export type Settings = Readonly<Record<string, string>>

/** The paths at which two say something else. */
export const differing = (one: Settings, other: Settings): string[] =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].filter(path => one[path] !== other[path])

/** The interfaces of which settings speak, each once. */
export const interfacesIn = (settings: Settings): string[] => [
  ...new Set(Object.keys(settings).flatMap(path => /^interfaces\/([^/]+)\//.exec(path)?.[1] ?? [])),
]

/** A path that a device has, with what stands at its places, in their order. */
export interface MatchedPath {
  ok: true
  kind: SettingKind
  path: string
  at: readonly string[]
}

/** A path that a device hasn’t: from which character on, and what could stand there. */
export interface NoPath {
  ok: false
  at: number
  expected: string[]
}

/** What follows a slash in a path: a prefix has one of its own. */
const PIECE = /\d+(?:\.\d+){3}\/\d+|[\da-f]*:[\da-f:]*\/\d+|[^/]+/y

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

const patterns = settingKinds.map(kind => ({ kind, pattern: kind.path.split('/') }))

/** Finds a setting of a device by its path. */
export function matchPath(device: Device, path: string): MatchedPath | NoPath {
  const pieces = piecesOf(path)
  let open = patterns.filter(({ kind }) => kind.on(device))
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
    const expected = open.flatMap(({ pattern }) => couldBe(sure(pattern[pieces.length]), device))
    return { ok: false, at: path.length, expected: [...new Set(expected)] }
  }
  const at = pieces.filter((_, place) => isPlace(sure(whole.pattern[place]))).map(({ text }) => text)
  return { ok: true, kind: whole.kind, path, at }
}

/** The setting of a device, or what usually holds. Throws a RangeError for a path that it hasn’t. */
export function settingOf(device: Device, settings: Settings, path: string): string {
  const found = matchPath(device, path)
  if (!found.ok) throw new RangeError(`${device.name} has no ${path}.`)
  return settings[path] ?? found.kind.usual
}
