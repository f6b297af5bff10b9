import { sure } from '../../../ground/sure'
import type { Device } from '../site'
import { matchPath } from './paths'
import type { Settings } from './paths'

/** Something that a device was told, with what stands at the places of its path, in their order. */
export interface Told {
  at: readonly string[]
  value: string
}

const known = new WeakMap<Settings, Map<string, ReadonlyMap<string, readonly Told[]>>>()

function sortedOut(device: Device, settings: Settings): ReadonlyMap<string, readonly Told[]> {
  const byPattern = new Map<string, Told[]>()
  for (const [path, value] of Object.entries(settings)) {
    const found = matchPath(device, path)
    if (!found.ok) continue
    const list = byPattern.get(found.kind.path) ?? []
    list.push({ at: found.at, value })
    byPattern.set(found.kind.path, list)
  }
  return byPattern
}

/** All that a device was told by paths of one pattern. Settings are read once. */
export function told(device: Device, settings: Settings, pattern: string): readonly Told[] {
  const of = known.get(settings) ?? new Map<string, ReadonlyMap<string, readonly Told[]>>()
  known.set(settings, of)
  const read = of.get(device.name) ?? sortedOut(device, settings)
  of.set(device.name, read)
  return read.get(pattern) ?? []
}

/** The interfaces that are told to be shut. */
export const shutIn = (device: Device, settings: Settings): ReadonlySet<string> =>
  new Set(
    told(device, settings, 'interfaces/<interface>/enabled').flatMap(({ at, value }) => (value === 'false' ? at : [])),
  )

/** What one was told at a place of a pattern, by that place. */
export const toldBy = (device: Device, settings: Settings, pattern: string): ReadonlyMap<string, string> =>
  new Map(told(device, settings, pattern).map(({ at, value }) => [sure(at[0]), value]))
