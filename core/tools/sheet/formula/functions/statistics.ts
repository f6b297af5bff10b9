import { sure } from '../../../../ground/sure'
import { eachHeld, isSeveral, matricesOf } from '../surroundings'
import type { Surroundings } from '../surroundings'
import { DIVISION, finite, isError, isReference, matrixOf, NO_NUMBER, NOT_THERE, WRONG_TYPE } from '../values'
import type { Area, Matrix, Scalar, SheetError, Value } from '../values'
import { readNumber } from '../converting'
import { arithmetic, sumOf } from './arithmetic'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { spend } from '../spending'

export const mean = (numbers: readonly number[]): number => sumOf(numbers) / numbers.length
export const squaresAround = (numbers: readonly number[]): number => {
  const middle = mean(numbers)
  return sumOf(numbers.map(number => (number - middle) ** 2))
}
const ordered = (numbers: readonly number[]): number[] => [...numbers].sort((one, other) => one - other)

function quantile(sorted: readonly number[], share: number): number {
  const place = share * (sorted.length - 1)
  const below = Math.floor(place)
  const [low, high] = [sure(sorted[below]), sure(sorted[Math.min(below + 1, sorted.length - 1)])]
  return low + (place - below) * (high - low)
}

function median(numbers: readonly number[]): number | SheetError {
  return numbers.length === 0 ? NO_NUMBER : quantile(ordered(numbers), 0.5)
}

/** Numbers with text as 0 and logicals as 1 or 0: what the functions on A take from cells. */
function allAsNumbers(values: readonly Value[], around: Surroundings): number[] | SheetError {
  const numbers: number[] = []
  for (const value of values)
    for (const matrix of matricesOf(value, around)) {
      let wrong: SheetError | undefined
      eachHeld(matrix, found => {
        if (isError(found)) wrong ??= found
        else if (found !== null) numbers.push(typeof found === 'number' ? found : found === true ? 1 : 0)
      })
      if (wrong) return wrong
    }
  return numbers
}

function count(
  values: readonly Value[],
  around: Surroundings,
  counts: (value: Scalar, direct: boolean) => boolean,
): number {
  let found = 0
  for (const value of values) {
    if (!isSeveral(value)) {
      if (counts(value as Scalar, true)) found += 1
      continue
    }
    for (const matrix of matricesOf(value, around))
      eachHeld(matrix, held => {
        if (counts(held, false)) found += 1
      })
  }
  return found
}

/** A function of all numbers that are given; `least`: fewer than that divide by nothing. */
const ofNumbers = (
  name: string,
  about: string,
  work: (numbers: number[]) => Scalar,
  least = 0,
  otherwise: SheetError = DIVISION,
): SheetFunction =>
  define(name, about, { numbers: 'number...' }, ({ numbers }) => {
    if (numbers.length < least) return otherwise
    const found = work(numbers)
    return typeof found === 'number' ? finite(found) : found
  })

const ofAll = (name: string, about: string, work: (numbers: number[]) => number, least: number): SheetFunction =>
  define(name, about, { values: 'raw...' }, ({ values }, around) => {
    const numbers = allAsNumbers(values, around)
    if (isError(numbers)) return numbers
    return numbers.length < least ? DIVISION : finite(work(numbers))
  })

/** Pairs of numbers at the same places of two areas. */
export function pairs(one: Matrix, other: Matrix): [number, number][] | SheetError {
  if (one.rows * one.columns !== other.rows * other.columns) return NOT_THERE
  const found: [number, number][] = []
  for (let place = 0; place < Math.max(one.held.rows * one.columns, other.held.rows * other.columns); place += 1) {
    const x = one.at(Math.floor(place / one.columns), place % one.columns)
    const y = other.at(Math.floor(place / other.columns), place % other.columns)
    if (isError(x)) return x
    if (isError(y)) return y
    if (typeof x === 'number' && typeof y === 'number') found.push([x, y])
  }
  return found
}

interface Line {
  slope: number
  intercept: number
  sumXX: number
  sumYY: number
  sumXY: number
  count: number
}

export function line(points: readonly [number, number][]): Line {
  const [x, y] = [mean(points.map(point => point[0])), mean(points.map(point => point[1]))]
  const sumXX = sumOf(points.map(point => (point[0] - x) ** 2))
  const sumYY = sumOf(points.map(point => (point[1] - y) ** 2))
  const sumXY = sumOf(points.map(point => (point[0] - x) * (point[1] - y)))
  return { slope: sumXY / sumXX, intercept: y - (sumXY / sumXX) * x, sumXX, sumYY, sumXY, count: points.length }
}

const ofPairs = (name: string, about: string, least: number, work: (found: Line) => number): SheetFunction =>
  define(name, about, { y: 'matrix', x: 'matrix' }, ({ y, x }) => {
    const points = pairs(x, y)
    if (isError(points)) return points
    if (points.length < least) return DIVISION
    const found = work(line(points))
    return Number.isFinite(found) ? found : DIVISION
  })

function place(numbers: readonly number[], at: number): Scalar {
  const whole = Math.ceil(at)
  return whole < 1 || whole > numbers.length ? NO_NUMBER : sure(numbers[whole - 1])
}

function rank(number: number, numbers: readonly number[], upwards: boolean): number | SheetError {
  if (!numbers.includes(number)) return NOT_THERE
  return 1 + numbers.filter(other => (upwards ? other < number : other > number)).length
}

function mostOften(numbers: readonly number[]): Scalar {
  const counts = new Map<number, number>()
  for (const number of numbers) counts.set(number, (counts.get(number) ?? 0) + 1)
  const most = Math.max(0, ...counts.values())
  return most < 2 ? NOT_THERE : sure([...counts].find(([, often]) => often === most))[0]
}

/** Statistics: OpenFormula 6.18, and the counting functions of 6.13. */
export const statistics: readonly SheetFunction[] = [
  define('COUNT', 'Counts numbers.', { values: 'raw...' }, ({ values }, around) =>
    count(
      values,
      around,
      (value, direct) =>
        typeof value === 'number' ||
        (direct && (typeof value === 'boolean' || (typeof value === 'string' && readNumber(value) !== null))),
    ),
  ),
  define('COUNTA', 'Counts cells that aren’t empty.', { values: 'raw...' }, ({ values }, around) =>
    count(values, around, (value, direct) => direct || value !== null),
  ),
  define('COUNTBLANK', 'Counts empty cells.', { area: 'matrix' }, ({ area }) => {
    let filled = 0
    eachHeld(area, value => {
      if (value !== null && value !== '') filled += 1
    })
    return area.rows * area.columns - filled
  }),
  ofNumbers('AVERAGE', 'The average of numbers.', mean, 1),
  ofAll('AVERAGEA', 'The average of all values: text is 0, TRUE is 1.', mean, 1),
  ofNumbers('MAX', 'The largest number.', numbers =>
    numbers.reduce((most, number) => Math.max(most, number), numbers[0] ?? 0),
  ),
  ofNumbers('MIN', 'The smallest number.', numbers =>
    numbers.reduce((least, number) => Math.min(least, number), numbers[0] ?? 0),
  ),
  ofAll(
    'MAXA',
    'The largest of all values: text is 0, TRUE is 1.',
    numbers => Math.max(0, ...numbers.slice(0, 1), ...numbers),
    0,
  ),
  ofAll(
    'MINA',
    'The smallest of all values: text is 0, TRUE is 1.',
    numbers => (numbers.length ? Math.min(...numbers) : 0),
    0,
  ),
  ofNumbers('MEDIAN', 'The number in the middle.', median),
  ofNumbers('MODE', 'The number that comes most often.', mostOften),
  ofNumbers(
    'STDEV',
    'The standard deviation of a sample.',
    numbers => Math.sqrt(squaresAround(numbers) / (numbers.length - 1)),
    2,
  ),
  ofNumbers(
    'STDEVP',
    'The standard deviation of a whole population.',
    numbers => Math.sqrt(squaresAround(numbers) / numbers.length),
    1,
  ),
  ofNumbers('VAR', 'The variance of a sample.', numbers => squaresAround(numbers) / (numbers.length - 1), 2),
  ofNumbers('VARP', 'The variance of a whole population.', numbers => squaresAround(numbers) / numbers.length, 1),
  ofAll(
    'STDEVA',
    'STDEV of all values: text is 0, TRUE is 1.',
    numbers => Math.sqrt(squaresAround(numbers) / (numbers.length - 1)),
    2,
  ),
  ofAll(
    'STDEVPA',
    'STDEVP of all values: text is 0, TRUE is 1.',
    numbers => Math.sqrt(squaresAround(numbers) / numbers.length),
    1,
  ),
  ofAll(
    'VARA',
    'VAR of all values: text is 0, TRUE is 1.',
    numbers => squaresAround(numbers) / (numbers.length - 1),
    2,
  ),
  ofAll('VARPA', 'VARP of all values: text is 0, TRUE is 1.', numbers => squaresAround(numbers) / numbers.length, 1),
  ofNumbers(
    'AVEDEV',
    'The average distance from the average.',
    numbers => {
      const middle = mean(numbers)
      return mean(numbers.map(number => Math.abs(number - middle)))
    },
    1,
    NO_NUMBER,
  ),
  ofNumbers('DEVSQ', 'The sum of squares around the average.', squaresAround, 1, NO_NUMBER),
  ofNumbers(
    'GEOMEAN',
    'The geometric mean.',
    numbers => (numbers.some(number => number <= 0) ? NO_NUMBER : Math.exp(mean(numbers.map(Math.log)))),
    1,
    NO_NUMBER,
  ),
  ofNumbers(
    'HARMEAN',
    'The harmonic mean.',
    numbers =>
      numbers.some(number => number <= 0) ? NO_NUMBER : numbers.length / sumOf(numbers.map(number => 1 / number)),
    1,
    NO_NUMBER,
  ),
  ofNumbers(
    'SKEW',
    'How lopsided a sample is.',
    numbers => {
      const [middle, count_] = [mean(numbers), numbers.length]
      const spread = Math.sqrt(squaresAround(numbers) / (count_ - 1))
      if (spread === 0) return DIVISION
      return (count_ / ((count_ - 1) * (count_ - 2))) * sumOf(numbers.map(number => ((number - middle) / spread) ** 3))
    },
    3,
  ),
  ofNumbers(
    'KURT',
    'How heavy the ends of a sample are.',
    numbers => {
      const [middle, n] = [mean(numbers), numbers.length]
      const spread = Math.sqrt(squaresAround(numbers) / (n - 1))
      if (spread === 0) return DIVISION
      const fourth = sumOf(numbers.map(number => ((number - middle) / spread) ** 4))
      return ((n * (n + 1)) / ((n - 1) * (n - 2) * (n - 3))) * fourth - (3 * (n - 1) ** 2) / ((n - 2) * (n - 3))
    },
    4,
  ),
  define('LARGE', 'The largest, second largest and so on.', { area: 'numbers', place: 'number' }, args =>
    place(ordered(args.area).reverse(), args.place),
  ),
  define('SMALL', 'The smallest, second smallest and so on.', { area: 'numbers', place: 'number' }, args =>
    place(ordered(args.area), args.place),
  ),
  define(
    'RANK',
    'The place of a number among others; the largest is first unless upwards is given.',
    { number: 'number', area: 'numbers', upwards: 'logical?' },
    args => rank(args.number, args.area, args.upwards ?? false),
  ),
  define(
    'PERCENTILE',
    'The value below which a share of numbers lies.',
    { area: 'numbers', share: 'number' },
    ({ area, share }) => (area.length === 0 || share < 0 || share > 1 ? NO_NUMBER : quantile(ordered(area), share)),
  ),
  define(
    'QUARTILE',
    'The smallest, quarter, middle, three quarters or largest.',
    { area: 'numbers', quarter: 'number' },
    ({ area, quarter }) =>
      area.length === 0 || quarter < 0 || quarter > 4 ? NO_NUMBER : quantile(ordered(area), Math.floor(quarter) / 4),
  ),
  define(
    'PERCENTRANK',
    'The share of numbers below this one.',
    { area: 'numbers', number: 'number', digits: 'number?' },
    ({ area, number, digits = 3 }) => {
      const sorted = ordered(area)
      if (sorted.length === 0 || number < sure(sorted[0]) || number > sure(sorted.at(-1))) return NOT_THERE
      const below = sorted.filter(one => one < number).length
      const share = sorted.includes(number)
        ? below / (sorted.length - 1)
        : (below - 1 + (number - sure(sorted[below - 1])) / (sure(sorted[below]) - sure(sorted[below - 1]))) /
          (sorted.length - 1)
      return Math.floor(share * 10 ** digits + 1e-9) / 10 ** digits
    },
  ),
  define(
    'TRIMMEAN',
    'The average without a share of the outermost numbers.',
    { area: 'numbers', share: 'number' },
    ({ area, share }) => {
      if (share < 0 || share >= 1 || area.length === 0) return NO_NUMBER
      const cut = Math.floor((area.length * share) / 2)
      return mean(ordered(area).slice(cut, area.length - cut))
    },
  ),
  define(
    'FREQUENCY',
    'How many numbers fall up to each limit, and above the last.',
    { area: 'numbers', limits: 'numbers' },
    ({ area, limits }) => {
      const bounds = ordered(limits)
      spend(area.length * (bounds.length + 1))
      const counts = [...bounds, Infinity].map(
        (limit, at) => area.filter(number => number <= limit && (at === 0 || number > sure(bounds[at - 1]))).length,
      )
      return matrixOf(counts.length, 1, counts)
    },
  ),
  define(
    'STANDARDIZE',
    'How many deviations a number is from the mean.',
    { number: 'number', mean: 'number', deviation: 'number' },
    args => (args.deviation <= 0 ? NO_NUMBER : (args.number - args.mean) / args.deviation),
  ),
  ofPairs('SLOPE', 'The slope of the straight line through points.', 2, ({ slope }) => slope),
  ofPairs('INTERCEPT', 'Where the straight line through points meets the axis.', 2, ({ intercept }) => intercept),
  ofPairs(
    'CORREL',
    'How closely two series go together.',
    2,
    found => found.sumXY / Math.sqrt(found.sumXX * found.sumYY),
  ),
  ofPairs('PEARSON', 'The same as CORREL.', 2, found => found.sumXY / Math.sqrt(found.sumXX * found.sumYY)),
  ofPairs('RSQ', 'The square of CORREL.', 2, found => found.sumXY ** 2 / (found.sumXX * found.sumYY)),
  ofPairs('COVAR', 'The covariance of a whole population.', 1, found => found.sumXY / found.count),
  ofPairs('STEYX', 'The standard error of the straight line through points.', 3, found =>
    Math.sqrt((found.sumYY - found.sumXY ** 2 / found.sumXX) / (found.count - 2)),
  ),
  define(
    'FORECAST',
    'The value at x on the straight line through points.',
    { at: 'number', y: 'matrix', x: 'matrix' },
    ({ at, y, x }) => {
      const points = pairs(x, y)
      if (isError(points)) return points
      if (points.length < 2) return DIVISION
      const { slope, intercept } = line(points)
      return Number.isFinite(slope) ? intercept + slope * at : DIVISION
    },
  ),
  define(
    'PROB',
    'How likely a value lies between two bounds, by the likelihood of each value.',
    { values: 'matrix', likelihoods: 'matrix', from: 'number', to: 'number?' },
    ({ values, likelihoods, from, to = from }) => {
      if (values.rows !== likelihoods.rows || values.columns !== likelihoods.columns) return NOT_THERE
      let [sum, within] = [0, 0]
      let wrong: SheetError | undefined
      eachHeld(values, (value, row, column) => {
        const likelihood = likelihoods.at(row, column)
        if (isError(value) || isError(likelihood)) wrong ??= isError(value) ? value : (likelihood as SheetError)
        if (typeof value !== 'number' || typeof likelihood !== 'number') return
        if (likelihood < 0 || likelihood > 1) wrong ??= NO_NUMBER
        sum += likelihood
        if (value >= from && value <= to) within += likelihood
      })
      return wrong ?? (Math.abs(sum - 1) > 1e-9 ? NO_NUMBER : within)
    },
  ),
  define(
    'SUBTOTAL',
    'Works the shown rows of an area out: 1 average, 2 count, 3 count all, 4 max, 5 min, 6 product, 9 sum.',
    { work: 'number', areas: 'raw...' },
    ({ work, areas }, around) => {
      const number = Math.floor(work)
      const found = subtotals[number > 100 ? number - 100 : number]
      if (!found || (number > 11 && number < 101)) return NO_NUMBER
      const shown: (() => Value)[] = []
      for (const area of areas) {
        if (!isReference(area)) return WRONG_TYPE
        for (const one of area.areas) shown.push(...shownRows(one, number > 100, around))
      }
      return found.call(shown, around)
    },
  ),
]

/**
 * The values of an area without those of rows that a filter hides, without other subtotals, and where `byHand` also
 * without those of rows hidden by hand (OpenFormula, SUBTOTAL).
 */
function shownRows(area: Area, byHand: boolean, around: Surroundings): (() => Matrix)[] {
  const { rows, columns } = around.extent(area.sheet)
  const values: (() => Matrix)[] = []
  for (let row = area.top; row <= Math.min(area.bottom, rows - 1); row += 1) {
    const hidden = around.hidden?.(area.sheet, row) ?? null
    if (hidden === 'by filter' || (hidden && byHand)) continue
    const line: Scalar[] = []
    for (let column = area.left; column <= Math.min(area.right, columns - 1); column += 1) {
      const formula = around.formulaAt?.(area.sheet, row, column)
      if (!formula || !/\bSUBTOTAL\s*\(/i.test(formula)) line.push(around.read(area.sheet, row, column))
    }
    if (line.length > 0) values.push(() => matrixOf(1, line.length, line))
  }
  return values
}

const byName = (name: string): SheetFunction => sure(statistics.find(one => one.name === name))
const arithmeticNamed = (name: string): SheetFunction => sure(arithmetic.find(one => one.name === name))
const subtotals: Readonly<Record<number, SheetFunction>> = {
  1: byName('AVERAGE'),
  2: byName('COUNT'),
  3: byName('COUNTA'),
  4: byName('MAX'),
  5: byName('MIN'),
  6: arithmeticNamed('PRODUCT'),
  7: byName('STDEV'),
  8: byName('STDEVP'),
  9: arithmeticNamed('SUM'),
  10: byName('VAR'),
  11: byName('VARP'),
}
