import { sure } from '../../../ground/sure'
import { matchPath } from '../settings/paths'
import type { Device } from '../site'
import { verbs } from './reading'

/** What the word before the caret could become. */
export interface Completion {
  /** Where the part begins that would be replaced. */
  from: number
  options: readonly string[]
}

const begins = (options: readonly string[], text: string): string[] =>
  options.filter(one => one.startsWith(text) && !one.includes(' '))

/** Helps with a line that is being typed at a device, up to the caret. */
export function complete(device: Device, line: string): Completion {
  const word = /\S*$/.exec(line)?.[0] ?? ''
  const from = line.length - word.length
  const before = line.slice(0, from).trim().split(/\s+/).filter(Boolean)
  if (before.length === 0) return { from, options: begins(Object.keys(verbs), word) }
  const [verb] = before
  if (verb === 'help' && before.length === 1) return { from, options: begins(Object.keys(verbs), word) }
  if (verb === 'put' && before.length === 2) {
    const found = matchPath(device, sure(before[1]))
    return { from, options: found.ok ? begins(found.kind.choices ?? [], word) : [] }
  }
  if (before.length > 1 || !['put', 'drop', 'view'].includes(sure(verb))) return { from, options: [] }
  return completePath(device, word, from)
}

/** The next piece of a path. */
function completePath(device: Device, word: string, from: number): Completion {
  const slash = word.lastIndexOf('/') + 1
  const [whole, piece] = [word.slice(0, slash), word.slice(slash)]
  // What could stand here shows where nothing that is known stands.
  const found = matchPath(device, `${whole}\u0000`)
  const options = found.ok ? [] : begins(found.expected, piece)
  return { from: from + slash, options }
}
