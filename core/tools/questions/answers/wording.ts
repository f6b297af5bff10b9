import { sure } from '../../../ground/sure'
import { TERMS } from './terms'

/** What of a wording doesn’t count. */
export interface Tolerance {
  case: boolean
  accents: boolean
  punctuation: boolean
}

/** Words shorter than this are another word with one letter changed. */
const LONG_WORD = 6

/** A wording as far as it counts: spaces at the ends and beyond one never do. */
export function plainly(text: string, { case: anyCase, accents, punctuation }: Tolerance): string {
  let plain = text.normalize('NFKC')
  if (accents)
    plain = plain
      .normalize('NFD')
      .replace(/\p{Mn}/gu, '')
      .normalize('NFC')
  // A hyphen joins words, and an apostrophe belongs to one.
  if (punctuation) plain = plain.replace(/[’'‘`]/g, '').replace(/[\p{P}\p{S}]/gu, ' ')
  if (anyCase) plain = plain.toLowerCase()
  return plain.trim().replace(/\s+/g, ' ')
}

const digitsOf = (word: string): string => word.replace(/\P{Nd}/gu, '')

/**
 * Whether two words differ by one letter: another, one more, one less, or two that stand next to each other turned. A
 * digit is never a slip: it makes another number.
 */
export function isSlip(one: string, other: string): boolean {
  const [a, b] = [[...one], [...other]]
  if (Math.abs(a.length - b.length) > 1 || one === other || digitsOf(one) !== digitsOf(other)) return false
  let begin = 0
  while (begin < Math.min(a.length, b.length) && a[begin] === b[begin]) begin += 1
  const restOf = (letters: readonly string[], from: number): string => letters.slice(from).join('')
  if (a.length > b.length) return restOf(a, begin + 1) === restOf(b, begin)
  if (a.length < b.length) return restOf(a, begin) === restOf(b, begin + 1)
  if (restOf(a, begin + 1) === restOf(b, begin + 1)) return true
  return a[begin] === b[begin + 1] && a[begin + 1] === b[begin] && restOf(a, begin + 2) === restOf(b, begin + 2)
}

/** Whether one of two words is the other in the plural. */
const isPlural = (one: string, other: string): boolean => one === `${other}s` || other === `${one}s`

/**
 * Whether a wording is another with a slip of one letter in one or more of its long words, and else the same. A slip
 * that makes another word of the trade is none.
 */
export function isMisspelt(given: string, right: string): boolean {
  const [words, others] = [given.split(' '), right.split(' ')]
  if (words.length !== others.length || given === right) return false
  return words.every((word, at) => {
    const other = sure(others[at])
    if (word === other) return true
    if (TERMS.has(word) && !isPlural(word, other)) return false
    return other.length >= LONG_WORD && isSlip(word, other)
  })
}

/** What was said as the middle of a sentence, as one by itself: with a capital, and a full stop. */
export const asSentence = (text: string): string => `${sure(text[0]).toUpperCase()}${text.slice(1)}.`
