import { sure } from '../../../../ground/sure'
import { DIVISION, finite, matrixFrom, NO_NUMBER, to15Digits, WRONG_TYPE } from '../values'
import type { Matrix, Scalar, Value } from '../values'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { spend } from '../spending'

/** Rounded half away from zero, as decimals read: 2.675 to two places is 2.68. */
export function rounded(number: number, places: number, how: (size: number) => number = Math.round): number {
  const digits = Math.trunc(places)
  if (Math.abs(digits) > 300) return digits > 0 ? number : 0
  const size = Math.abs(number)
  const shifted = to15Digits(shift(size, digits))
  return Math.sign(number) * shift(how(shifted), -digits)
}

/** A number with its point moved, exactly where its decimal notation allows. */
function shift(number: number, places: number): number {
  const [digits, exponent = '0'] = number.toString().split('e')
  return Number(`${digits}e${Number(exponent) + places}`)
}

/** The next multiple up or down; a multiple that rounding took for more isn't. */
function multiple(number: number, step: number, how: (quotient: number) => number): number {
  return step === 0 ? 0 : to15Digits(how(to15Digits(number / step)) * step)
}

const greatestCommon = (one: number, other: number): number => (other === 0 ? one : greatestCommon(other, one % other))

function factorial(number: number): Scalar {
  const whole = Math.floor(number)
  if (whole < 0) return NO_NUMBER
  let product = 1
  for (let factor = 2; factor <= whole && Number.isFinite(product); factor += 1) product *= factor
  return finite(product)
}

function choices(total: number, chosen: number): number {
  let ways = 1
  spend(chosen)
  for (let place = 1; place <= chosen; place += 1) ways = (ways * (total - chosen + place)) / place
  return Math.round(ways)
}

const ROMANS: readonly [number, string][] = [
  [1000, 'M'],
  [900, 'CM'],
  [500, 'D'],
  [400, 'CD'],
  [100, 'C'],
  [90, 'XC'],
  [50, 'L'],
  [40, 'XL'],
  [10, 'X'],
  [9, 'IX'],
  [5, 'V'],
  [4, 'IV'],
  [1, 'I'],
]

function roman(number: number): Scalar {
  if (number < 0 || number > 3999) return WRONG_TYPE
  let [rest, text] = [Math.trunc(number), '']
  for (const [value, letters] of ROMANS)
    while (rest >= value) {
      text += letters
      rest -= value
    }
  return text
}

/** Two areas of the same size, value by value: numbers only. */
function paired(one: Matrix, other: Matrix, add: (x: number, y: number) => number): Value {
  if (one.rows !== other.rows || one.columns !== other.columns) return WRONG_TYPE
  let sum = 0
  const rows = Math.max(one.held.rows, other.held.rows)
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < one.columns; column += 1) {
      const [x, y] = [one.at(row, column), other.at(row, column)]
      if (typeof x === 'number' && typeof y === 'number') sum += add(x, y)
    }
  return sum
}

const of = (name: string, about: string, work: (number: number) => Scalar): SheetFunction =>
  define(name, about, { number: 'number' }, ({ number }) => work(number))
const real = (name: string, about: string, work: (number: number) => number): SheetFunction =>
  of(name, about, number => finite(work(number)))

/** Arithmetic: OpenFormula 6.16 and 6.17. */
export const arithmetic: readonly SheetFunction[] = [
  define('SUM', 'Adds numbers up.', { numbers: 'number...' }, ({ numbers }) => finite(sumOf(numbers))),
  define('PRODUCT', 'Multiplies numbers with each other.', { numbers: 'number...' }, ({ numbers }) =>
    numbers.length === 0 ? 0 : finite(numbers.reduce((product, number) => product * number, 1)),
  ),
  define('SUMSQ', 'Adds up the squares of numbers.', { numbers: 'number...' }, ({ numbers }) =>
    finite(numbers.reduce((sum, number) => sum + number * number, 0)),
  ),
  define(
    'SUMPRODUCT',
    'Multiplies areas of the same size place by place, and adds the products up.',
    { areas: 'matrix...' },
    ({ areas }) => {
      const [first] = areas
      if (!first || areas.some(({ rows, columns }) => rows !== first.rows || columns !== first.columns))
        return WRONG_TYPE
      let sum = 0
      for (let row = 0; row < Math.min(...areas.map(({ held }) => held.rows)); row += 1)
        for (let column = 0; column < Math.min(...areas.map(({ held }) => held.columns)); column += 1) {
          let product = 1
          for (const area of areas) {
            const value = area.at(row, column)
            if (typeof value === 'object' && value !== null) return value
            product *= typeof value === 'number' ? value : 0
          }
          sum += product
        }
      return finite(sum)
    },
  ),
  define('SUMX2MY2', 'Adds up the differences of squares.', { x: 'matrix', y: 'matrix' }, ({ x, y }) =>
    paired(x, y, (one, other) => one * one - other * other),
  ),
  define('SUMX2PY2', 'Adds up the sums of squares.', { x: 'matrix', y: 'matrix' }, ({ x, y }) =>
    paired(x, y, (one, other) => one * one + other * other),
  ),
  define('SUMXMY2', 'Adds up the squares of differences.', { x: 'matrix', y: 'matrix' }, ({ x, y }) =>
    paired(x, y, (one, other) => (one - other) ** 2),
  ),
  of('ABS', 'A number without its sign.', Math.abs),
  of('SIGN', '1, 0 or -1: the sign of a number.', Math.sign),
  of('INT', 'The next whole number down.', Math.floor),
  of('EVEN', 'The next even number away from zero.', number => Math.sign(number) * 2 * Math.ceil(Math.abs(number) / 2)),
  of('ODD', 'The next odd number away from zero.', number => {
    const size = Math.max(1, Math.ceil((Math.abs(number) - 1) / 2) * 2 + 1)
    return number < 0 ? -size : size
  }),
  define('TRUNC', 'Cuts decimal places off.', { number: 'number', places: 'number?' }, ({ number, places = 0 }) =>
    rounded(number, places, Math.floor),
  ),
  define(
    'ROUND',
    'Rounds to decimal places, a half away from zero.',
    { number: 'number', places: 'number?' },
    ({ number, places = 0 }) => rounded(number, places),
  ),
  define('ROUNDDOWN', 'Rounds towards zero.', { number: 'number', places: 'number?' }, ({ number, places = 0 }) =>
    rounded(number, places, Math.floor),
  ),
  define('ROUNDUP', 'Rounds away from zero.', { number: 'number', places: 'number?' }, ({ number, places = 0 }) =>
    rounded(number, places, Math.ceil),
  ),
  define('MROUND', 'Rounds to the nearest multiple.', { number: 'number', multiple: 'number' }, args => {
    if (args.multiple !== 0 && Math.sign(args.number) * Math.sign(args.multiple) < 0) return NO_NUMBER
    return multiple(args.number, args.multiple, Math.round)
  }),
  define(
    'CEILING',
    'The next multiple up.',
    { number: 'number', multiple: 'number?' },
    ({ number, multiple: step = 1 }) => {
      if (number > 0 && step < 0) return NO_NUMBER
      return multiple(number, step, Math.ceil)
    },
  ),
  define(
    'FLOOR',
    'The next multiple down.',
    { number: 'number', multiple: 'number?' },
    ({ number, multiple: step = 1 }) => {
      if (number > 0 && step < 0) return NO_NUMBER
      if (step === 0) return number === 0 ? 0 : DIVISION
      return multiple(number, step, Math.floor)
    },
  ),
  define(
    'MOD',
    'What is left of a division; its sign is the divisor’s.',
    { number: 'number', divisor: 'number' },
    ({ number, divisor }) => (divisor === 0 ? DIVISION : to15Digits(number - divisor * Math.floor(number / divisor))),
  ),
  define('QUOTIENT', 'The whole part of a division.', { number: 'number', divisor: 'number' }, ({ number, divisor }) =>
    divisor === 0 ? DIVISION : Math.trunc(number / divisor),
  ),
  define('POWER', 'A number to a power.', { base: 'number', exponent: 'number' }, ({ base, exponent }) =>
    base === 0 && exponent < 0 ? DIVISION : finite(base ** exponent),
  ),
  real('SQRT', 'The square root.', Math.sqrt),
  real('SQRTPI', 'The square root of a number times pi.', number => Math.sqrt(number * Math.PI)),
  real('EXP', 'e to a power.', Math.exp),
  of('LN', 'The natural logarithm.', number => (number > 0 ? Math.log(number) : NO_NUMBER)),
  of('LOG10', 'The logarithm to base 10.', number => (number > 0 ? Math.log10(number) : NO_NUMBER)),
  define(
    'LOG',
    'The logarithm to a base, 10 where none is given.',
    { number: 'number', base: 'number?' },
    ({ number, base = 10 }) => {
      if (number <= 0 || base <= 0) return NO_NUMBER
      if (base === 1) return DIVISION
      return base === 10 ? Math.log10(number) : base === 2 ? Math.log2(number) : Math.log(number) / Math.log(base)
    },
  ),
  of('FACT', 'The product of all whole numbers up to this one.', factorial),
  of('FACTDOUBLE', 'The product of every second whole number up to this one.', number => {
    if (number < 0) return NO_NUMBER
    let product = 1
    spend(number / 2)
    for (let factor = Math.floor(number); factor > 1; factor -= 2) product *= factor
    return finite(product)
  }),
  define('COMBIN', 'How many ways there are to choose some of many.', { total: 'number', chosen: 'number' }, args => {
    const [total, chosen] = [Math.floor(args.total), Math.floor(args.chosen)]
    return chosen < 0 || total < chosen ? NO_NUMBER : finite(choices(total, Math.min(chosen, total - chosen)))
  }),
  define('COMBINA', 'The same, where each may be chosen again.', { total: 'number', chosen: 'number' }, args => {
    const [total, chosen] = [Math.floor(args.total), Math.floor(args.chosen)]
    if (total < 0 || chosen < 0 || (total === 0 && chosen > 0)) return NO_NUMBER
    return finite(choices(total + chosen - 1, chosen))
  }),
  define(
    'PERMUT',
    'How many ways there are to choose some of many in order.',
    { total: 'number', chosen: 'number' },
    args => {
      const [total, chosen] = [Math.floor(args.total), Math.floor(args.chosen)]
      if (chosen < 0 || total < chosen) return NO_NUMBER
      let ways = 1
      spend(chosen)
      for (let factor = total - chosen + 1; factor <= total; factor += 1) ways *= factor
      return finite(ways)
    },
  ),
  define('GCD', 'The greatest number that divides all.', { numbers: 'number...' }, ({ numbers }) =>
    numbers.some(number => number < 0) ? NO_NUMBER : numbers.map(Math.floor).reduce(greatestCommon, 0),
  ),
  define('LCM', 'The smallest number that all divide.', { numbers: 'number...' }, ({ numbers }) => {
    if (numbers.some(number => number < 0)) return NO_NUMBER
    const whole = numbers.map(Math.floor)
    return whole.includes(0) ? 0 : finite(whole.reduce((one, other) => (one * other) / greatestCommon(one, other), 1))
  }),
  define(
    'MULTINOMIAL',
    'The factorial of a sum over the product of factorials.',
    { numbers: 'number...' },
    ({ numbers }) => {
      if (numbers.some(number => number < 0)) return NO_NUMBER
      let [sum, ways] = [0, 1]
      for (const number of numbers.map(Math.floor)) {
        sum += number
        ways *= choices(sum, Math.min(number, sum - number))
      }
      return finite(ways)
    },
  ),
  define(
    'SERIESSUM',
    'The sum of a power series.',
    { x: 'number', first: 'number', step: 'number', coefficients: 'numbers' },
    args =>
      finite(
        args.coefficients.reduce((sum, factor, place) => sum + factor * args.x ** (args.first + place * args.step), 0),
      ),
  ),
  define('PI', 'The number pi.', {}, () => Math.PI),
  real('SIN', 'The sine of an angle in radians.', Math.sin),
  real('COS', 'The cosine of an angle in radians.', Math.cos),
  real('TAN', 'The tangent of an angle in radians.', Math.tan),
  of('COT', 'The cotangent of an angle in radians.', number =>
    number === 0 ? DIVISION : finite(1 / Math.tan(number)),
  ),
  of('SEC', 'The secant of an angle in radians.', number => finite(1 / Math.cos(number))),
  of('CSC', 'The cosecant of an angle in radians.', number => (number === 0 ? DIVISION : finite(1 / Math.sin(number)))),
  real('ASIN', 'The angle of a sine.', Math.asin),
  real('ACOS', 'The angle of a cosine.', Math.acos),
  real('ATAN', 'The angle of a tangent.', Math.atan),
  of('ACOT', 'The angle of a cotangent.', number => Math.PI / 2 - Math.atan(number)),
  define('ATAN2', 'The angle of a point.', { x: 'number', y: 'number' }, ({ x, y }) =>
    x === 0 && y === 0 ? DIVISION : Math.atan2(y, x),
  ),
  real('SINH', 'The hyperbolic sine.', Math.sinh),
  real('COSH', 'The hyperbolic cosine.', Math.cosh),
  real('TANH', 'The hyperbolic tangent.', Math.tanh),
  of('COTH', 'The hyperbolic cotangent.', number => (number === 0 ? DIVISION : finite(1 / Math.tanh(number)))),
  of('SECH', 'The hyperbolic secant.', number => finite(1 / Math.cosh(number))),
  of('CSCH', 'The hyperbolic cosecant.', number => (number === 0 ? DIVISION : finite(1 / Math.sinh(number)))),
  real('ASINH', 'The inverse of the hyperbolic sine.', Math.asinh),
  real('ACOSH', 'The inverse of the hyperbolic cosine.', Math.acosh),
  real('ATANH', 'The inverse of the hyperbolic tangent.', Math.atanh),
  of('ACOTH', 'The inverse of the hyperbolic cotangent.', number =>
    Math.abs(number) <= 1 ? NO_NUMBER : Math.atanh(1 / number),
  ),
  of('DEGREES', 'Radians as degrees.', number => (number * 180) / Math.PI),
  of('RADIANS', 'Degrees as radians.', number => (number * Math.PI) / 180),
  of('ROMAN', 'A number in Roman figures.', roman),
  define('ARABIC', 'Roman figures as a number.', { text: 'text' }, ({ text }) => {
    const letters = text.trim().toUpperCase()
    if (!/^-?[MDCLXVI]*$/.test(letters)) return WRONG_TYPE
    const values = [...letters.replace('-', '')].map(letter => sure(ROMANS.find(([, name]) => name === letter))[0])
    const sum = values.reduce((total, value, place) => total + ((values[place + 1] ?? 0) > value ? -value : value), 0)
    return letters.startsWith('-') ? -sum : sum
  }),
  define(
    'BASE',
    'A number in another base, as text.',
    { number: 'number', base: 'number', length: 'number?' },
    ({ number, base, length = 0 }) =>
      number < 0 || base < 2 || base > 36
        ? NO_NUMBER
        : Math.floor(number).toString(Math.floor(base)).toUpperCase().padStart(length, '0'),
  ),
  define('DECIMAL', 'A text in another base as a number.', { text: 'text', base: 'number' }, ({ text, base }) => {
    const digits = text.trim().toLowerCase()
    const known = '0123456789abcdefghijklmnopqrstuvwxyz'.slice(0, Math.max(0, Math.floor(base)))
    if (base < 2 || base > 36 || digits === '' || [...digits].some(digit => !known.includes(digit))) return NO_NUMBER
    return Number.parseInt(digits, Math.floor(base))
  }),
  define('MUNIT', 'The matrix of ones from corner to corner.', { size: 'number' }, ({ size }) =>
    size < 1 || size > 1000
      ? WRONG_TYPE
      : matrixFrom(Math.floor(size), Math.floor(size), (row, column) => (row === column ? 1 : 0)),
  ),
]

/** A sum that keeps what small numbers add to large ones (Neumaier), so that 0.1 ten times is 1. */
export function sumOf(numbers: readonly number[]): number {
  let [sum, lost] = [0, 0]
  for (const number of numbers) {
    const next = sum + number
    lost += Math.abs(sum) >= Math.abs(number) ? sum - next + number : number - next + sum
    sum = next
  }
  return Number.isFinite(lost) ? sum + lost : sum
}
