import { LRUCache } from 'lru-cache'
import { sure } from '../../../ground/sure'
import { spend } from './spending'

/** What one place of a pattern takes: a character as it is compared, or any. */
type Place = string | null

/**
 * A pattern with wildcards (ODF 1.3 part 4, 3.4): `?` is any one character, `*` any number of them, `~` takes the
 * meaning from the next. Upper and lower case are the same. Takes time in proportion to the length of pattern times
 * text, whatever they are: as a regular expression, a few stars in a row would take for ever.
 */
export interface Wildcards {
  /** Whether a text is of the pattern from end to end. */
  test(text: string): boolean
  /** Where the pattern first begins in a text, in UTF-16 units from 0; -1 where nowhere. */
  search(text: string): number
}

const patterns = new LRUCache<string, Wildcards>({ max: 500 })

/** The form of a character in which capitals and small letters are the same. */
const folded = (character: string): string => character.toUpperCase().toLowerCase()

/** The runs of places between the stars. */
function runsOf(pattern: string): Place[][] {
  const runs: Place[][] = [[]]
  for (const [found] of pattern.matchAll(/~[?*~]|[^]/gu)) {
    if (found === '*') runs.push([])
    else
      sure(runs.at(-1)).push(
        found === '?' ? null : folded(found.length > 1 && found[0] === '~' ? sure(found[1]) : found),
      )
  }
  return runs
}

const fits = (run: readonly Place[], text: readonly string[], at: number): boolean =>
  run.every((place, index) => place === null || place === text[at + index])

/** Where a run first fits from `from` on and before `to`; -1 where nowhere. */
function placeOf(run: readonly Place[], text: readonly string[], from: number, to: number): number {
  for (let at = from; at + run.length <= to; at += 1) if (fits(run, text, at)) return at
  return -1
}

/** Where one run after the other fits, the first as early as can be, ends; -1 where they don’t. */
function endOf(runs: readonly Place[][], text: readonly string[], from: number, to: number): number {
  let end = from
  for (const run of runs) {
    const at = placeOf(run, text, end, to)
    if (at === -1) return -1
    end = at + run.length
  }
  return end
}

function made(pattern: string): Wildcards {
  const [first = [], ...rest] = runsOf(pattern)
  const last = rest.at(-1)
  return {
    test(text) {
      spend(text.length * (1 + pattern.length / 16))
      const characters = Array.from(text, folded)
      if (last === undefined) return characters.length === first.length && fits(first, characters, 0)
      const to = characters.length - last.length
      return (
        to >= first.length &&
        fits(first, characters, 0) &&
        fits(last, characters, to) &&
        endOf(rest.slice(0, -1), characters, first.length, to) !== -1
      )
    },
    search(text) {
      spend(text.length * (1 + pattern.length / 16))
      const characters = Array.from(text)
      const compared = characters.map(folded)
      const at = placeOf(first, compared, 0, compared.length)
      if (at === -1 || endOf(rest, compared, at + first.length, compared.length) === -1) return -1
      return characters.slice(0, at).join('').length
    },
  }
}

export function wildcardPattern(text: string): Wildcards {
  const known = patterns.get(text)
  if (known) return known
  const pattern = made(text)
  patterns.set(text, pattern)
  return pattern
}

export const hasWildcard = (text: string): boolean => /[?*~]/.test(text)
