import { z } from 'zod'
import { compared, minus, over, plus, rational, readNumber, times } from '../../../ground/numbers'
import type { Rational } from '../../../ground/numbers'

/** A number as content and answers write it: a plain decimal, or a fraction. */
export const plainNumber = z
  .string()
  .max(40)
  .refine(text => readNumber(text, { decimal: '.', fractions: true }).ok, 'a number such as 12.5 or 3/4')

/** Throws a RangeError for what isn’t a number. */
export function numberOf(text: string): Rational {
  const read = readNumber(text, { decimal: '.', fractions: true })
  if (!read.ok) throw new RangeError(`${text} is no number: ${read.why}`)
  return read.value
}
export const equal = (one: string, other: string): boolean => compared(numberOf(one), numberOf(other)) === 0
export const before = (one: string, other: string): boolean => compared(numberOf(one), numberOf(other)) < 0

/** The number with the other sign. */
export const negated = (text: string): string => plainText(minus(rational(0n), numberOf(text)))

/** The first whole number from this one on, or, where it doesn't belong to them, after it. */
export function wholeFrom(text: string, withIt: boolean): string {
  const { above, below } = numberOf(text)
  // BigInt division cuts towards nought.
  const cut = above / below
  const up = above > 0n && above % below !== 0n ? cut + 1n : cut
  return String(!withIt && above % below === 0n ? up + 1n : up)
}

/** What is marked on an axis: from, to, a label at each step, and places in between that can be taken. */
export const axis = z.strictObject({
  from: plainNumber,
  to: plainNumber,
  step: plainNumber,
  /** Into so many pieces a step is cut for placing. */
  fine: z.int().min(1).max(100).default(1),
  /** What it shows, and in which unit. */
  text: z.string().max(80).optional(),
})
export type Axis = z.infer<typeof axis>

const MOST_PLACES = 2000

/** Why an axis contradicts itself, in words; null where it doesn’t. */
export function axisFault({ from, to, step, fine }: Axis): string | null {
  if (!before(from, to)) return `An axis from ${from} to ${to} has no length.`
  if (!before('0', step)) return `A step of ${step} leads nowhere.`
  const places = over(minus(numberOf(to), numberOf(from)), over(numberOf(step), rational(BigInt(fine))))
  return compared(places, rational(BigInt(MOST_PLACES))) > 0 ? `An axis has at most ${MOST_PLACES} places.` : null
}

/** What stands between two places on an axis. */
export const unitOf = ({ step, fine }: Axis): Rational => over(numberOf(step), rational(BigInt(fine)))

/** Whether a number lies on an axis, on one of the places that can be taken. */
export function isPlace(text: string, on: Axis): boolean {
  const value = numberOf(text)
  if (compared(value, numberOf(on.from)) < 0 || compared(value, numberOf(on.to)) > 0) return false
  return over(minus(value, numberOf(on.from)), unitOf(on)).below === 1n
}

/** How many places can be taken beyond the first one. */
export const placesOn = (on: Axis): number => Number(over(minus(numberOf(on.to), numberOf(on.from)), unitOf(on)).above)

/** The number at a place of an axis, counted from 0. */
export const placeText = (on: Axis, place: number): string =>
  plainText(plus(numberOf(on.from), times(unitOf(on), rational(BigInt(place)))))

/** Which place a number is nearest to; at an end where it lies beyond. */
export function nearestPlace(value: number, on: Axis): number {
  const [from, unit] = [asNumber(on.from), Number(unitOf(on).above) / Number(unitOf(on).below)]
  return Math.min(placesOn(on), Math.max(0, Math.round((value - from) / unit)))
}

/** A number for reckoning where something is drawn. */
export function asNumber(text: string): number {
  const { above, below } = numberOf(text)
  return Number(above) / Number(below)
}

/** A fraction as a decimal where it ends, else as a fraction. */
export function plainText(value: Rational): string {
  let { below } = value
  let digits = 0
  for (const prime of [2n, 5n])
    for (let times = 0; below % prime === 0n; times += 1) {
      below /= prime
      digits = Math.max(digits, times + 1)
    }
  if (below !== 1n) return `${value.above}/${value.below}`
  const scaled = (value.above * 10n ** BigInt(digits)) / value.below
  const sign = scaled < 0n ? '-' : ''
  const text = (scaled < 0n ? -scaled : scaled).toString().padStart(digits + 1, '0')
  return digits === 0 ? `${sign}${text}` : `${sign}${text.slice(0, -digits)}.${text.slice(-digits)}`
}
