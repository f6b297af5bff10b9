import { isError, matrixOf, NO_NUMBER, NOT_THERE } from '../values'
import type { Matrix, Scalar, SheetError } from '../values'
import { eachHeld } from '../surroundings'
import { sumOf } from './arithmetic'
import { from } from './borrowed'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { line, mean, pairs, squaresAround } from './statistics'

const beta = from('BETA.DIST')
const ratio = from('F.DIST')
const normal = from('NORM.S.DIST')
const chiSquared = from('CHISQ.DIST.RT')

const variance = (numbers: readonly number[]): number => squaresAround(numbers) / (numbers.length - 1)

const taken = (found: unknown): Scalar => (typeof found === 'number' && Number.isFinite(found) ? found : NO_NUMBER)

/** How likely a value of Student’s t lies beyond `t`, on one side. `degrees` may be no whole number. */
function beyondT(t: number, degrees: number): number {
  const x = degrees / (degrees + t * t)
  const both = Number(beta(x, degrees / 2, 0.5, true))
  return both / 2
}

/** Welch: two samples whose variances differ; Student: two whose variances are equal. */
function apart(one: readonly number[], other: readonly number[], equal: boolean): { t: number; degrees: number } {
  const [own, others] = [variance(one) / one.length, variance(other) / other.length]
  const far = mean(one) - mean(other)
  if (!equal) {
    const degrees = (own + others) ** 2 / (own ** 2 / (one.length - 1) + others ** 2 / (other.length - 1))
    return { t: far / Math.sqrt(own + others), degrees }
  }
  const degrees = one.length + other.length - 2
  const pooled = (variance(one) * (one.length - 1) + variance(other) * (other.length - 1)) / degrees
  return { t: far / Math.sqrt(pooled * (1 / one.length + 1 / other.length)), degrees }
}

/** Points of two areas; without an `x`, the numbers from 1 on. */
function pointsOf(y: Matrix, x: Matrix | undefined): [number, number][] | SheetError {
  if (x) return pairs(x, y)
  const points: [number, number][] = []
  let wrong: SheetError | undefined
  eachHeld(y, value => {
    if (isError(value)) wrong ??= value
    else if (typeof value === 'number') points.push([points.length + 1, value])
  })
  return wrong ?? points
}

/** Slope and where the line meets the axis; through nought where it isn’t free. */
function fit(points: readonly [number, number][], free: boolean): { slope: number; intercept: number } {
  if (free) return line(points)
  const slope = sumOf(points.map(([x, y]) => x * y)) / sumOf(points.map(([x]) => x * x))
  return { slope, intercept: 0 }
}

/** Tests of samples, and lines through them (OpenFormula 6.18). */
export const samples: readonly SheetFunction[] = [
  define(
    'FTEST',
    'How likely two samples with such variances come from the same population.',
    { one: 'numbers', other: 'numbers' },
    ({ one, other }) => {
      if (one.length < 2 || other.length < 2 || variance(one) === 0 || variance(other) === 0) return NO_NUMBER
      const below = Number(ratio(variance(one) / variance(other), one.length - 1, other.length - 1, true))
      return taken(2 * Math.min(below, 1 - below))
    },
  ),
  define(
    'TTEST',
    'How likely two samples have means so far apart: 1 in pairs, 2 with equal variances, 3 with others.',
    { one: 'matrix', other: 'matrix', tails: 'number', kind: 'number' },
    ({ one, other, tails, kind }) => {
      const sides = Math.floor(tails)
      const way = Math.floor(kind)
      if ((sides !== 1 && sides !== 2) || way < 1 || way > 3) return NO_NUMBER
      const found = way === 1 ? paired(one, other) : unpaired(one, other, way === 2)
      if (isError(found)) return found
      return taken(sides * beyondT(Math.abs(found.t), found.degrees))
    },
  ),
  define(
    'ZTEST',
    'How likely the mean of a sample is larger than it is, where the population has this one.',
    { sample: 'numbers', mean: 'number', deviation: 'number?' },
    ({ sample, mean: expected, deviation = Math.sqrt(variance(sample)) }) => {
      if (sample.length === 0 || !(deviation > 0)) return NO_NUMBER
      const z = (mean(sample) - expected) / (deviation / Math.sqrt(sample.length))
      return taken(1 - Number(normal(z, true)))
    },
  ),
  define(
    'LEGACY.CHITEST',
    'How likely what was counted differs so far from what was expected.',
    { counted: 'matrix', expected: 'matrix' },
    ({ counted, expected }) => {
      const { rows, columns } = counted
      if (rows !== expected.rows || columns !== expected.columns || rows * columns < 2) return NOT_THERE
      const found = pairs(counted, expected)
      if (isError(found)) return found
      if (found.some(([, of]) => of <= 0)) return NO_NUMBER
      const sum = sumOf(found.map(([one, of]) => (one - of) ** 2 / of))
      const degrees = rows > 1 && columns > 1 ? (rows - 1) * (columns - 1) : rows * columns - 1
      return taken(chiSquared(sum, degrees))
    },
  ),
  define(
    'TREND',
    'Values on the straight line through points, at other places.',
    { y: 'matrix', x: 'matrix?', at: 'matrix?', free: 'logical?' },
    ({ y, x, at, free = true }) => {
      const points = pointsOf(y, x)
      if (isError(points)) return points
      if (points.length < (free ? 2 : 1)) return NO_NUMBER
      const { slope, intercept } = fit(points, free)
      return alongOf(at ?? x ?? y, !at && !x, place => intercept + slope * place)
    },
  ),
  define(
    'LOGEST',
    'Base and factor of the curve factor · base ^ x through points.',
    { y: 'matrix', x: 'matrix?', free: 'logical?' },
    ({ y, x, free = true }) => {
      const points = pointsOf(y, x)
      if (isError(points)) return points
      if (points.length < 2 || points.some(point => point[1] <= 0)) return NO_NUMBER
      const { slope, intercept } = fit(
        points.map(([place, value]) => [place, Math.log(value)]),
        free,
      )
      return matrixOf(1, 2, [Math.exp(slope), Math.exp(intercept)])
    },
  ),
]

function paired(one: Matrix, other: Matrix): { t: number; degrees: number } | SheetError {
  const found = pairs(one, other)
  if (isError(found)) return found
  if (found.length < 2) return NO_NUMBER
  const differences = found.map(([first, second]) => first - second)
  const spread = Math.sqrt(variance(differences) / differences.length)
  return spread === 0 ? NO_NUMBER : { t: mean(differences) / spread, degrees: differences.length - 1 }
}

function unpaired(one: Matrix, other: Matrix, equal: boolean): { t: number; degrees: number } | SheetError {
  const [own, others] = [pointsOf(one, undefined), pointsOf(other, undefined)]
  if (isError(own)) return own
  if (isError(others)) return others
  if (own.length < 2 || others.length < 2) return NO_NUMBER
  const second = (points: readonly [number, number][]): number[] => points.map(point => point[1])
  const found = apart(second(own), second(others), equal)
  return Number.isFinite(found.t) ? found : NO_NUMBER
}

/** A function of each place of an area, or of the numbers from 1 on where it has no places of its own. */
function alongOf(area: Matrix, counted: boolean, work: (place: number) => number): Matrix | SheetError {
  const values: Scalar[] = []
  for (let row = 0; row < area.held.rows; row += 1)
    for (let column = 0; column < area.columns; column += 1) {
      const place = counted ? values.length + 1 : area.at(row, column)
      values.push(typeof place === 'number' ? work(place) : NOT_THERE)
    }
  return matrixOf(area.held.rows, area.columns, values)
}
