import { sure } from './sure'

/** A number as a fraction of whole numbers in lowest terms; below the line always more than 0. */
export interface Rational {
  above: bigint
  below: bigint
}

/** What a number was written as: how many digits stand behind its mark, and how many count. Null for a fraction. */
export interface Written {
  value: Rational
  decimals: number | null
  significant: number | null
}
export type NumberRead = ({ ok: true } & Written) | { ok: false; why: string }

/** The mark before the decimals, as the viewer’s locale has it. */
export type DecimalMark = '.' | ','

const MOST_EXPONENT = 300
const GROUPS = " ’'"

export const magnitude = (of: bigint): bigint => (of < 0n ? -of : of)
export function commonDivisor(one: bigint, other: bigint): bigint {
  let [a, b] = [magnitude(one), magnitude(other)]
  while (b !== 0n) [a, b] = [b, a % b]
  return a
}

/** Throws a RangeError for a fraction with nothing below the line. */
export function rational(above: bigint, below = 1n): Rational {
  if (below === 0n) throw new RangeError('Nothing can be divided by 0.')
  const divisor = commonDivisor(above, below) || 1n
  const sign = below < 0n ? -1n : 1n
  return { above: (sign * above) / divisor, below: (sign * below) / divisor }
}
export const times = (one: Rational, other: Rational): Rational =>
  rational(one.above * other.above, one.below * other.below)
/** Throws a RangeError for a division by nought. */
export const over = (one: Rational, other: Rational): Rational =>
  rational(one.above * other.below, one.below * other.above)
export const plus = (one: Rational, other: Rational): Rational =>
  rational(one.above * other.below + other.above * one.below, one.below * other.below)
export const minus = (one: Rational, other: Rational): Rational =>
  rational(one.above * other.below - other.above * one.below, one.below * other.below)
export const absolute = ({ above, below }: Rational): Rational => ({ above: magnitude(above), below })
/** Less than 0, 0 or more, as the first is less than the second, equal or more. */
export function compared(one: Rational, other: Rational): number {
  const difference = one.above * other.below - other.above * one.below
  return difference < 0n ? -1 : difference > 0n ? 1 : 0
}
/** A power of ten. */
export const power = (exponent: number): Rational =>
  exponent >= 0 ? rational(10n ** BigInt(exponent)) : rational(1n, 10n ** BigInt(-exponent))

/** Rounded half away from nought to so many decimals; a number below 0 rounds tens, hundreds and so on. */
export function rounded(value: Rational, decimals: number): Rational {
  const scaled = times(absolute(value), power(decimals))
  const whole = (2n * scaled.above + scaled.below) / (2n * scaled.below)
  const result = times(rational(whole), power(-decimals))
  return value.above < 0n ? rational(-result.above, result.below) : result
}

/** The power of ten of the first digit that counts: 2 for 345, −3 for 0.00123. 0 for nought. */
export function leadingPower(value: Rational): number {
  if (value.above === 0n) return 0
  const size = absolute(value)
  let exponent = size.above.toString().length - size.below.toString().length
  if (compared(size, power(exponent)) < 0) exponent -= 1
  return exponent
}
export const toSignificant = (value: Rational, digits: number): Rational =>
  rounded(value, digits - 1 - leadingPower(value))

const refused = (why: string): NumberRead => ({ ok: false, why })

/**
 * Reads a number as it is typed: with a sign, decimals, groups of three (by spaces or apostrophes, or by the mark that
 * isn’t the decimal one), powers of ten (1.5e3, 1.5×10^3), and fractions (3/4, 1 3/4) where those are allowed.
 */
export function readNumber(
  text: string,
  { decimal, fractions }: { decimal: DecimalMark; fractions: boolean },
): NumberRead {
  const plain = text
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/[\u00A0\u2009\u202F]/g, ' ')
  if (plain === '') return refused('a number is expected')
  const negative = plain.startsWith('-')
  const unsigned = plain.replace(/^[+-]\s*/, '')
  const signed = (value: Rational): Rational => (negative ? rational(-value.above, value.below) : value)
  const fraction = /^(?:(\d{1,20}) +)?(\d{1,20}) *[/⁄] *(\d{1,20})$/.exec(unsigned)
  if (fraction) {
    if (!fractions) return refused('a fraction isn’t taken here')
    const [whole, above, below] = [BigInt(fraction[1] ?? '0'), BigInt(sure(fraction[2])), BigInt(sure(fraction[3]))]
    if (below === 0n) return refused('nothing can be divided by 0')
    return { ok: true, value: signed(rational(whole * below + above, below)), decimals: null, significant: null }
  }
  const scientific = /^(.*?) *(?:[eE]|[×x·*] *10 *\^ *)([+-]?\d{1,9})$/.exec(unsigned)
  const exponent = Number(scientific?.[2] ?? 0)
  if (Math.abs(exponent) > MOST_EXPONENT) return refused('this is too large or too small')
  const read = readDecimal(scientific?.[1] ?? unsigned, decimal)
  if (!read.ok) return read
  return { ...read, value: signed(times(read.value, power(exponent))) }
}

/** Which mark stands before the decimals of a text: the viewer’s, or a plain point where that can’t be a group. */
function markIn(text: string, decimal: DecimalMark): DecimalMark {
  if (decimal === '.' || text.includes(',')) return decimal
  const groups = /^[1-9]\d{0,2}(\.\d{3})+$/.test(text)
  return groups ? ',' : '.'
}

function readDecimal(text: string, decimal: DecimalMark): NumberRead {
  const stranger = [...text].find(character => !/[\d.,]/.test(character) && !GROUPS.includes(character))
  if (stranger !== undefined) return refused(`“${stranger}” can’t belong to a number`)
  const mark = markIn(text, decimal)
  const [whole = '', fraction, ...more] = text.split(mark)
  if (more.length > 0) return refused(`“${mark}” stands twice`)
  const grouping = [...whole].filter(character => !/\d/.test(character))
  if (fraction !== undefined && !/^\d+$/.test(fraction)) return refused('digits are expected behind the mark')
  if (whole === '' && fraction === undefined) return refused('digits are expected')
  if (grouping.length > 0) {
    const [group] = grouping
    const parts = whole.split(sure(group))
    const fits = grouping.every(one => one === group) && /^\d{1,3}$/.test(sure(parts[0]))
    if (!fits || !parts.slice(1).every(part => /^\d{3}$/.test(part))) return refused('groups have three digits each')
  }
  const digits = whole.replace(/\D/g, '') + (fraction ?? '')
  const decimals = fraction?.length ?? 0
  const significant = digits.replace(/^0+/, '').length
  return { ok: true, value: times(rational(BigInt(digits || '0')), power(-decimals)), decimals, significant }
}
