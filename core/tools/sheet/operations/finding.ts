import { operations } from './catalogue'
import type { Operation } from './catalogue'

const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}£%]+/gu) ?? []

/** Words that say nothing of what is wanted. */
const SMALL: ReadonlySet<string> = new Set([
  'a',
  'an',
  'the',
  'to',
  'of',
  'in',
  'on',
  'as',
  'by',
  'and',
  'or',
  'i',
  'my',
  'this',
  'it',
  'with',
  'how',
  'want',
  'do',
  'make',
  'is',
  'are',
  'all',
  'cells',
  'cell',
])

/** Whether one word becomes the other by a letter more, less, other, or swapped with its neighbour. */
function nearlySame(one: string, other: string): boolean {
  const [short, long] = one.length <= other.length ? [one, other] : [other, one]
  if (long.length - short.length > 1) return false
  let at = 0
  while (at < short.length && short[at] === long[at]) at += 1
  const rest = (text: string, from: number): string => text.slice(from)
  if (short.length < long.length) return rest(short, at) === rest(long, at + 1)
  if (rest(short, at + 1) === rest(long, at + 1)) return true
  return short[at] === long[at + 1] && short[at + 1] === long[at] && rest(short, at + 2) === rest(long, at + 2)
}

/** How well a word that is typed fits one of an operation: 0 for not at all. */
function fit(wanted: string, word: string): number {
  if (word === wanted) return 1
  if (wanted.length >= 2 && word.startsWith(wanted)) return 0.8
  if (word.length >= 4 && wanted.startsWith(word)) return 0.6
  if (wanted.length >= 4 && nearlySame(wanted, word)) return 0.5
  // Only the beginning is typed so far, with a slip in it.
  return wanted.length >= 5 && nearlySame(wanted, word.slice(0, wanted.length)) ? 0.4 : 0
}

interface Indexed {
  operation: Operation
  title: string[]
  about: string[]
  others: string[]
}
const index: readonly Indexed[] = operations.map(operation => ({
  operation,
  title: wordsOf(operation.title),
  about: wordsOf(operation.about).filter(word => !SMALL.has(word)),
  others: operation.words.flatMap(wordsOf),
}))

const best = (wanted: string, words: readonly string[]): number =>
  words.reduce((most, word) => Math.max(most, fit(wanted, word)), 0)

/**
 * Operations for what somebody types who knows what they want, the likeliest first. Every word that means
 * something must fit somewhere: in the title, in the words by which people look for it, or in what is said about it.
 */
export function findOperations(typed: string): readonly Operation[] {
  const all = wordsOf(typed)
  const telling = all.filter(word => !SMALL.has(word))
  const wanted = telling.length > 0 ? telling : all
  if (wanted.length === 0) return operations
  return index
    .map(({ operation, title, about, others }, place) => {
      const fits = wanted.map(word => Math.max(best(word, title) * 3, best(word, others) * 2.5, best(word, about)))
      const missed = fits.filter(one => one === 0).length
      const exact = typed.trim().toLowerCase()
      const called = operation.title.toLowerCase() === exact
      const whole = called ? 3 : operation.words.some(words => words.toLowerCase() === exact) ? 2 : 0
      const score = fits.reduce((sum, one) => sum + one, 0) - missed * 2 + whole - title.length * 0.02
      return { operation, score, place, missed }
    })
    .filter(({ missed, score }) => missed < wanted.length && score > 0)
    .sort((one, other) => one.missed - other.missed || other.score - one.score || one.place - other.place)
    .map(({ operation }) => operation)
}
