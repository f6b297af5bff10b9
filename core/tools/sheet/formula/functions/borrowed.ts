import * as library from '@formulajs/formulajs'
import { ERROR_CODES, errorOf, finite, NO_NUMBER, to15Digits, WRONG_TYPE } from '../values'
import type { Scalar } from '../values'
import { A_STEP_OF_TEXT, spend } from '../spending'
import { define } from './definition'
import type { SheetFunction, Spec } from './definition'

type Borrowed = (...args: unknown[]) => unknown

/** What the library gave, as one of our values. It tells errors as Error objects whose message begins with the code. */
function ours(found: unknown): Scalar {
  if (typeof found === 'number') return finite(found)
  if (typeof found === 'string' || typeof found === 'boolean') return found
  const code = found instanceof Error ? ERROR_CODES.find(one => found.message.startsWith(one)) : undefined
  return code ? errorOf(code) : WRONG_TYPE
}

/** What a call of the library costs, as against reading a cell, and a round of one that goes round after round. */
const A_CALL = 50
const A_ROUND = 16

/** Functions of which the library goes round after round, as often as what they are given is large. */
const ROUND_BY_ROUND: ReadonlySet<string> = new Set([
  'BESSELI',
  'BESSELJ',
  'BESSELK',
  'BESSELY',
  'BINOMDIST',
  'CHIDIST',
  'CHISQ.DIST.RT',
  'CHISQ.INV.RT',
  'CRITBINOM',
  'GAMMADIST',
  'GAMMAINV',
  'HYPGEOMDIST',
  'NEGBINOMDIST',
  'POISSONDIST',
])

/** One of the library’s functions, giving our values; `CHISQ.DIST.RT` lies within another. Throws a RangeError. */
export function from(name: string): (...args: unknown[]) => Scalar {
  const found = name
    .split('.')
    .reduce<unknown>((at, step) => (at as Record<string, unknown> | undefined)?.[step], library)
  const work = typeof found === 'function' ? (found as Borrowed) : undefined
  if (!work) throw new RangeError(`The library has no ${name}.`)
  return (...args) => {
    spend(A_CALL)
    for (const arg of args) if (typeof arg === 'string') spend(arg.length / A_STEP_OF_TEXT)
    if (ROUND_BY_ROUND.has(name)) for (const arg of args) if (typeof arg === 'number') spend(A_ROUND * Math.abs(arg))
    try {
      return ours(work(...args))
    } catch {
      return WRONG_TYPE
    }
  }
}

/** A function of single values that the library works out; `more` follows what is given. */
function borrow<const P extends Record<string, Spec>>(
  name: string,
  about: string,
  params: P,
  ...more: unknown[]
): SheetFunction {
  const work = from(name)
  return define(name, about, params, args => work(...Object.values(args), ...more))
}

/** The same, under the name that the library has for it. */
function borrowAs<const P extends Record<string, Spec>>(
  name: string,
  theirs: string,
  about: string,
  params: P,
): SheetFunction {
  const work = from(theirs)
  return define(name, about, params, args => work(...Object.values(args)))
}

/** A number in another base, as text: its letters are capitals. */
function digits<const P extends Record<string, Spec>>(name: string, about: string, params: P): SheetFunction {
  const work = from(name)
  return define(name, about, params, args => {
    const found = work(...Object.values(args).filter(value => value !== undefined))
    return typeof found === 'string' ? found.toUpperCase() : found
  })
}

/** A distribution that is cumulative unless told otherwise, as the standard has it. */
function spread<const P extends Record<string, Spec>>(name: string, about: string, params: P): SheetFunction {
  const work = from(name)
  return define(name, about, { ...params, cumulative: 'logical?' }, args => {
    const { cumulative = true, ...rest } = args as Record<string, unknown>
    return work(...Object.values(rest), cumulative)
  })
}

const inUnits = from('CONVERT')
/** Scales of temperature: kelvins of a degree, and degrees between the scale’s zero and the absolute one. */
const KELVINS: Readonly<Record<string, { degree: number; zero: number }>> = {
  K: { degree: 1, zero: 0 },
  C: { degree: 1, zero: 273.15 },
  F: { degree: 5 / 9, zero: 459.67 },
}
const inverseT = from('TINV')
const inverseNormal = from('NORMSINV')
const chiSquare = from('CHIDIST')

const number = { number: 'number' } as const
const distribution = { x: 'number', mean: 'number', deviation: 'number' } as const
const bits = { one: 'number', other: 'number' } as const
const text = { text: 'text' } as const

/**
 * Special functions and distributions, worked out by @formulajs/formulajs and checked against the standard's
 * definitions in the table of cases (OpenFormula 6.16, 6.18, 6.19).
 */
export const borrowed: readonly SheetFunction[] = [
  borrow('BESSELI', 'The modified Bessel function of the first kind.', { x: 'number', order: 'number' }),
  borrow('BESSELJ', 'The Bessel function of the first kind.', { x: 'number', order: 'number' }),
  borrow('BESSELK', 'The modified Bessel function of the second kind.', { x: 'number', order: 'number' }),
  borrow('BESSELY', 'The Bessel function of the second kind.', { x: 'number', order: 'number' }),
  borrow('ERF', 'The error function, up to a limit.', { limit: 'number' }),
  borrow('ERFC', 'What the error function lacks of 1.', { limit: 'number' }),
  borrow('GAMMA', 'The gamma function.', number),
  borrow('GAMMALN', 'The logarithm of the gamma function.', number),
  borrow('GAUSS', 'How likely a standard normal value lies between the mean and a number.', number),
  borrow('PHI', 'The density of the standard normal distribution.', number),
  borrow('FISHER', 'The Fisher transformation.', number),
  borrow('FISHERINV', 'The inverse of the Fisher transformation.', number),
  borrow('NORMSDIST', 'How likely a standard normal value is at most a number.', number, true),
  borrow('NORMSINV', 'The number up to which a standard normal value lies with a likelihood.', number),
  spread('NORMDIST', 'The normal distribution.', { ...distribution }),
  borrow('NORMINV', 'The inverse of the normal distribution.', {
    likelihood: 'number',
    mean: 'number',
    deviation: 'number',
  }),
  spread('LOGNORMDIST', 'The lognormal distribution.', { ...distribution }),
  borrow('LOGINV', 'The inverse of the lognormal distribution.', {
    likelihood: 'number',
    mean: 'number',
    deviation: 'number',
  }),
  borrow('BINOMDIST', 'How likely so many successes are.', {
    successes: 'number',
    trials: 'number',
    likelihood: 'number',
    cumulative: 'logical',
  }),
  borrow(
    'NEGBINOMDIST',
    'How likely so many failures come before successes.',
    { failures: 'number', successes: 'number', likelihood: 'number' },
    false,
  ),
  borrow('CRITBINOM', 'The fewest successes that reach a likelihood.', {
    trials: 'number',
    likelihood: 'number',
    alpha: 'number',
  }),
  define(
    'POISSON',
    'The Poisson distribution.',
    { x: 'number', mean: 'number', cumulative: 'logical?' },
    ({ x, mean, cumulative = true }) => from('POISSONDIST')(Math.floor(x), mean, cumulative),
  ),
  spread('EXPONDIST', 'The exponential distribution.', { x: 'number', rate: 'number' }),
  spread('GAMMADIST', 'The gamma distribution.', { x: 'number', alpha: 'number', beta: 'number' }),
  borrow('GAMMAINV', 'The inverse of the gamma distribution.', {
    likelihood: 'number',
    alpha: 'number',
    beta: 'number',
  }),
  spread('BETADIST', 'The beta distribution.', { x: 'number', alpha: 'number', beta: 'number' }),
  borrow('BETAINV', 'The inverse of the beta distribution.', { likelihood: 'number', alpha: 'number', beta: 'number' }),
  define(
    'WEIBULL',
    'The Weibull distribution.',
    { x: 'number', shape: 'number', scale: 'number', cumulative: 'logical?' },
    ({ x, shape, scale, cumulative = true }) =>
      x < 0 || shape <= 0 || scale <= 0 ? NO_NUMBER : from('WEIBULLDIST')(x, shape, scale, cumulative),
  ),
  borrow(
    'HYPGEOMDIST',
    'How likely so many successes are in a sample without putting back.',
    { successes: 'number', sample: 'number', allSuccesses: 'number', population: 'number' },
    false,
  ),
  define(
    'CHISQDIST',
    'The chi-square distribution.',
    { x: 'number', degrees: 'number', cumulative: 'logical?' },
    args => (args.x < 0 ? 0 : chiSquare(args.x, args.degrees, args.cumulative ?? true)),
  ),
  borrow('TDIST', 'How likely a t value lies beyond a number, on one side or both.', {
    x: 'number',
    degrees: 'number',
    tails: 'number',
  }),
  define(
    'TINV',
    'The number beyond which a t value lies on either side with a likelihood.',
    { likelihood: 'number', degrees: 'number' },
    ({ likelihood, degrees }) => {
      if (likelihood <= 0 || likelihood > 1 || degrees < 1) return NO_NUMBER
      const found = inverseT(likelihood / 2, Math.floor(degrees))
      return typeof found === 'number' ? Math.abs(found) : found
    },
  ),
  spread('FDIST', 'The F distribution.', { x: 'number', degrees: 'number', others: 'number' }),
  borrow('BITAND', 'The bits that two numbers share.', bits),
  borrow('BITOR', 'The bits of either of two numbers.', bits),
  borrow('BITXOR', 'The bits of one of two numbers.', bits),
  borrow('BITLSHIFT', 'Bits moved to the left.', { number: 'number', places: 'number' }),
  borrow('BITRSHIFT', 'Bits moved to the right.', { number: 'number', places: 'number' }),
  borrow('BIN2DEC', 'A binary number as a decimal one.', text),
  digits('BIN2HEX', 'A binary number as a hexadecimal one.', { ...text, length: 'number?' }),
  digits('BIN2OCT', 'A binary number as an octal one.', { ...text, length: 'number?' }),
  digits('DEC2BIN', 'A decimal number as a binary one.', { number: 'number', length: 'number?' }),
  digits('DEC2HEX', 'A decimal number as a hexadecimal one.', { number: 'number', length: 'number?' }),
  digits('DEC2OCT', 'A decimal number as an octal one.', { number: 'number', length: 'number?' }),
  borrow('HEX2DEC', 'A hexadecimal number as a decimal one.', text),
  digits('HEX2BIN', 'A hexadecimal number as a binary one.', { ...text, length: 'number?' }),
  digits('HEX2OCT', 'A hexadecimal number as an octal one.', { ...text, length: 'number?' }),
  borrow('OCT2DEC', 'An octal number as a decimal one.', text),
  digits('OCT2BIN', 'An octal number as a binary one.', { ...text, length: 'number?' }),
  digits('OCT2HEX', 'An octal number as a hexadecimal one.', { ...text, length: 'number?' }),
  define(
    'CONVERT',
    'A measure in another unit.',
    { number: 'number', from: 'text', to: 'text' },
    ({ number, from: one, to }) => {
      const [into, out] = [KELVINS[one], KELVINS[to]]
      return into && out
        ? to15Digits(((number + into.zero) * into.degree) / out.degree - out.zero)
        : inUnits(number, one, to)
    },
  ),
  borrow('DELTA', '1 where two numbers are equal, else 0.', bits),
  borrow('GESTEP', '1 where a number reaches a step, else 0.', { number: 'number', step: 'number?' }),
  borrow('COMPLEX', 'A complex number of its parts, as text.', { real: 'number', imaginary: 'number' }),
  borrow('IMABS', 'The size of a complex number.', text),
  borrow('IMREAL', 'The real part of a complex number.', text),
  borrow('IMAGINARY', 'The imaginary part of a complex number.', text),
  borrow('IMCONJUGATE', 'A complex number mirrored.', text),
  borrow('IMSUM', 'The sum of complex numbers.', { one: 'text', other: 'text' }),
  borrow('IMPRODUCT', 'The product of complex numbers.', { one: 'text', other: 'text' }),
  borrow('IMSUB', 'The difference of complex numbers.', { one: 'text', other: 'text' }),
  borrow('IMDIV', 'The quotient of complex numbers.', { one: 'text', other: 'text' }),
  borrowAs('LEGACY.CHIDIST', 'CHISQ.DIST.RT', 'How likely a chi-squared value lies above a number.', {
    x: 'number',
    freedom: 'number',
  }),
  borrowAs('LEGACY.CHIINV', 'CHISQ.INV.RT', 'The number above which a chi-squared value lies with a likelihood.', {
    likelihood: 'number',
    freedom: 'number',
  }),
  borrowAs('LEGACY.FDIST', 'F.DIST.RT', 'How likely a value of the F distribution lies above a number.', {
    x: 'number',
    first: 'number',
    second: 'number',
  }),
  borrowAs('LEGACY.FINV', 'F.INV.RT', 'The number above which a value of the F distribution lies with a likelihood.', {
    likelihood: 'number',
    first: 'number',
    second: 'number',
  }),
  define(
    'CONFIDENCE',
    'How far the mean of a sample may lie from the true one, at a level of doubt.',
    { doubt: 'number', deviation: 'number', size: 'number' },
    ({ doubt, deviation, size }) => {
      if (doubt <= 0 || doubt >= 1 || deviation <= 0 || size < 1) return NO_NUMBER
      const bound = inverseNormal(1 - doubt / 2)
      return typeof bound === 'number' ? (bound * deviation) / Math.sqrt(Math.floor(size)) : bound
    },
  ),
]
