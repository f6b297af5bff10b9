import { commonDivisor, magnitude, over, plus, rational, times } from '../../../ground/numbers'
import type { Rational } from '../../../ground/numbers'
import { sure } from '../../../ground/sure'

/** A product of letters, each so often: its letters in order of the alphabet, as in x^2 y. Empty for a number alone. */
type Monomial = string
/** A sum of such products, each with a number that isn’t 0. Nothing in it is 0. */
export type Polynomial = ReadonlyMap<Monomial, Rational>
/** A quotient of polynomials; below is never 0. */
export interface Quotient {
  above: Polynomial
  below: Polynomial
}

/** More than this isn’t worked out: whoever asks goes another way. */
const MOST_TERMS = 120
const MOST_DEGREE = 60
/** A number by itself is raised further than letters are. */
const MOST_EXPONENT = 1000
const MOST_DIGITS = 600n

/**
 * What one judgement may work out exactly, in multiplications of small numbers: what goes beyond that is compared by
 * values. So a formula costs as much on any machine, whatever it is made of.
 */
const MOST_STEPS = 100_000
/** A number this large takes so many times as long to be multiplied and shortened. */
const LARGE = 2n ** 64n
const A_LARGE_STEP = 40

let left = Infinity

/** Works something out within what one judgement may. */
export function withinAJudgement<Result>(work: () => Result): Result {
  left = MOST_STEPS
  try {
    return work()
  } finally {
    left = Infinity
  }
}

/** Takes a step with these numbers; throws TooLarge where none is left. */
function step(...numbers: readonly Rational[]): void {
  const large = numbers.some(({ above, below }) => magnitude(above) > LARGE || below > LARGE)
  left -= large ? A_LARGE_STEP : 1
  if (left < 0) throw new TooLarge()
}

/** What grows beyond what can be worked out exactly. */
export class TooLarge extends Error {}
/** What some reckoning comes to; null where it grows too large. */
export function orTooLarge<Result>(reckon: () => Result): Result | null {
  try {
    return reckon()
  } catch (thrown) {
    if (thrown instanceof TooLarge) return null
    throw thrown
  }
}

export const ONE: Polynomial = new Map([['', rational(1n)]])
export const NONE: Polynomial = new Map()
export const constant = (value: Rational): Polynomial => (value.above === 0n ? NONE : new Map([['', value]]))
export const letter = (name: string): Polynomial => new Map([[name, rational(1n)]])
const isSmall = ({ above, below }: Rational): boolean =>
  magnitude(above) < 10n ** MOST_DIGITS && below < 10n ** MOST_DIGITS

const digitsOf = (value: bigint): number => magnitude(value).toString().length

/** How often each letter stands in a product. */
export function powersOf(monomial: Monomial): Map<string, number> {
  const powers = new Map<string, number>()
  for (const factor of monomial.split(' ').filter(Boolean)) {
    const [name = '', exponent = '1'] = factor.split('^')
    powers.set(name, Number(exponent))
  }
  return powers
}
function monomialOf(powers: ReadonlyMap<string, number>): Monomial {
  return [...powers]
    .sort(([one], [other]) => (one < other ? -1 : 1))
    .map(([name, exponent]) => (exponent === 1 ? name : `${name}^${exponent}`))
    .join(' ')
}
function multiplied(one: Monomial, other: Monomial): Monomial {
  const powers = powersOf(one)
  for (const [name, exponent] of powersOf(other)) powers.set(name, (powers.get(name) ?? 0) + exponent)
  if (Math.max(0, ...powers.values()) > MOST_DEGREE) throw new TooLarge()
  return monomialOf(powers)
}

/** Throws TooLarge, as all that reckons with polynomials does. */
export function added(one: Polynomial, other: Polynomial, sign: 1n | -1n = 1n): Polynomial {
  const sum = new Map(one)
  for (const [monomial, value] of other) {
    step(value)
    const both = plus(sum.get(monomial) ?? rational(0n), times(rational(sign), value))
    if (both.above === 0n) sum.delete(monomial)
    else sum.set(monomial, both)
  }
  if (sum.size > MOST_TERMS) throw new TooLarge()
  return sum
}
export function product(one: Polynomial, other: Polynomial): Polynomial {
  if (one.size * other.size > MOST_TERMS * 30) throw new TooLarge()
  const all = new Map<Monomial, Rational>()
  for (const [a, by] of one)
    for (const [b, value] of other) {
      step(by, value)
      const monomial = multiplied(a, b)
      const sum = plus(all.get(monomial) ?? rational(0n), times(by, value))
      if (!isSmall(sum)) throw new TooLarge()
      all.set(monomial, sum)
    }
  const whole = new Map([...all].filter(([, value]) => value.above !== 0n))
  if (whole.size > MOST_TERMS) throw new TooLarge()
  return whole
}
export function raised(base: Polynomial, exponent: number): Polynomial {
  const number = base.size === 1 ? base.get('') : undefined
  if (number && exponent <= MOST_EXPONENT) {
    const least = Math.max(digitsOf(number.above), digitsOf(number.below)) - 1
    if (BigInt(least * exponent) > MOST_DIGITS) throw new TooLarge()
    step(number)
    const power = rational(number.above ** BigInt(exponent), number.below ** BigInt(exponent))
    if (!isSmall(power)) throw new TooLarge()
    return constant(power)
  }
  if (exponent > MOST_DEGREE) throw new TooLarge()
  let result = ONE
  for (let left = exponent; left > 0; left -= 1) result = product(result, base)
  return result
}

export const isSame = (one: Polynomial, other: Polynomial): boolean => added(one, other, -1n).size === 0

/** By what the second is multiplied to get the first; null where no number does that. */
export function ratio(one: Polynomial, other: Polynomial): Rational | null {
  const [first] = other
  if (!first || one.size !== other.size) return null
  const value = one.get(first[0])
  if (!value) return null
  const by = over(value, first[1])
  return isSame(one, product(constant(by), other)) ? by : null
}

/** The number in front of each power of the one letter that there is, from the number alone on; null for several. */
export function coefficients(of: Polynomial): { name: string | null; values: Rational[] } | null {
  const names = new Set([...of.keys()].flatMap(monomial => [...powersOf(monomial).keys()]))
  if (names.size > 1) return null
  const [name = null] = names
  const values: Rational[] = []
  for (const [monomial, value] of of) {
    const exponent = (name !== null && powersOf(monomial).get(name)) || 0
    while (values.length <= exponent) values.push(rational(0n))
    values[exponent] = value
  }
  return { name, values }
}

/** The largest number that divides all numbers of a polynomial into whole ones without a common divisor. */
export function content(of: Polynomial): Rational {
  let [above, below] = [0n, 1n]
  for (const value of of.values()) {
    above = commonDivisor(above, value.above)
    below = (below / commonDivisor(below, value.below)) * value.below
  }
  return above === 0n ? rational(1n) : rational(above, below)
}

const degree = (values: readonly Rational[]): number => values.findLastIndex(value => value.above !== 0n)

/** The degree of the largest polynomial that divides two of one letter (Euclid). */
export function commonDegree(one: readonly Rational[], other: readonly Rational[]): number {
  let [a, b] = [[...one], [...other]]
  while (degree(b) >= 0) {
    while (degree(a) >= degree(b)) {
      const [high, low] = [degree(a), degree(b)]
      const by = over(sure(a[high]), sure(b[low]))
      a = a.map((value, at) => {
        const under = b[at - (high - low)]
        step(value, by)
        return under ? plus(value, times(rational(-1n), times(by, under))) : value
      })
    }
    ;[a, b] = [b, a]
  }
  return degree(a)
}

const MOST_DIVISORS = 1_000_000n

function divisorsOf(value: bigint): bigint[] {
  const size = magnitude(value)
  const all: bigint[] = []
  for (let one = 1n; one * one <= size; one += 1n) if (size % one === 0n) all.push(one, size / one)
  return all
}
function valueAt(values: readonly Rational[], at: Rational): Rational {
  return values.reduceRight((sum, value) => {
    step(sum, value)
    return plus(times(sum, at), value)
  }, rational(0n))
}

/**
 * Whether a polynomial of one letter has a root that is a fraction (rational root theorem). Null where its numbers are
 * too large, or there are too many, to look for one.
 */
export function hasRationalRoot(values: readonly Rational[]): boolean | null {
  const by = content(new Map(values.map((value, at) => [String(at), value])))
  const whole = values.map(value => over(value, by).above)
  const [first, last] = [whole[0] ?? 0n, whole[degree(values)] ?? 0n]
  if (first === 0n) return true
  if (magnitude(first) > MOST_DIVISORS || magnitude(last) > MOST_DIVISORS) return null
  return orTooLarge(() =>
    divisorsOf(first).some(above =>
      divisorsOf(last).some(below => [above, -above].some(one => valueAt(values, rational(one, below)).above === 0n)),
    ),
  )
}
