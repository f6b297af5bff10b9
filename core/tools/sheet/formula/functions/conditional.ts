import { sure } from '../../../../ground/sure'
import { criterionOf } from '../comparing'
import type { Criterion } from '../comparing'
import { matricesOf, valueThere } from '../surroundings'
import type { Surroundings } from '../surroundings'
import { DIVISION, finite, isError, isMatrix, isReference, matrixFrom, WRONG_TYPE } from '../values'
import type { Matrix, Scalar, SheetError, Value } from '../values'
import { sumOf } from './arithmetic'
import { define, spread } from './definition'
import type { SheetFunction } from './definition'

interface Condition {
  area: Matrix
  holds: Criterion
}

const areaOf = (value: Value, around: Surroundings): Matrix | null => {
  const [matrix, ...more] = matricesOf(value, around)
  return matrix && more.length === 0 ? matrix : null
}

/** The values of an area where all conditions hold. The area is as large as theirs, whatever its own size. */
function chosen(values: Matrix, conditions: readonly Condition[]): Scalar[] {
  const found: Scalar[] = []
  const rows = Math.max(values.held.rows, ...conditions.map(({ area }) => area.held.rows))
  const columns = Math.max(values.held.columns, ...conditions.map(({ area }) => area.held.columns))
  const [mostRows, mostColumns] = [sure(conditions[0]).area.rows, sure(conditions[0]).area.columns]
  for (let row = 0; row < Math.min(rows, mostRows); row += 1)
    for (let column = 0; column < Math.min(columns, mostColumns); column += 1)
      if (conditions.every(({ area, holds }) => holds(area.at(row, column)))) found.push(values.at(row, column))
  return found
}

const numbersAmong = (values: readonly Scalar[]): number[] | SheetError => {
  const wrong = values.find(isError)
  return wrong ?? values.filter(value => typeof value === 'number')
}

/** An area of another's size from its own corner: SUMIF takes no more of it than its condition covers. */
function sized(value: Value, like: Matrix, around: Surroundings): Matrix | null {
  if (!isReference(value)) return areaOf(value, around)
  const area = sure(value.areas[0])
  const to = { ...area, bottom: area.top + like.rows - 1, right: area.left + like.columns - 1 }
  return areaOf({ kind: 'reference', areas: [to] }, around)
}

/** For a single criterion, or for each of an array. */
function each(criteria: Value, around: Surroundings, work: (criterion: Scalar) => Scalar): Value {
  const there = valueThere(criteria, around)
  if (!isMatrix(there)) return work(there)
  return matrixFrom(there.rows, there.columns, (row, column) => work(spread(there, row, column)))
}

const ifOne = (name: string, about: string, work: (numbers: number[]) => Scalar): SheetFunction =>
  define(name, about, { area: 'raw', criterion: 'raw', values: 'raw?' }, ({ area, criterion, values }, around) => {
    const where = areaOf(area, around)
    const from = where && values !== undefined && values !== null ? sized(values, where, around) : where
    if (!where || !from) return WRONG_TYPE
    return each(criterion, around, wanted => {
      const numbers = numbersAmong(chosen(from, [{ area: where, holds: criterionOf(wanted) }]))
      return isError(numbers) ? numbers : work(numbers)
    })
  })

/** Areas and criteria in turn, all of one size; an error where they aren't. */
function conditionsOf(pairs: readonly Value[], around: Surroundings): Condition[] | SheetError {
  const conditions: Condition[] = []
  for (let at = 0; at < pairs.length; at += 2) {
    const area = areaOf(pairs[at] ?? null, around)
    if (!area || at + 1 >= pairs.length) return WRONG_TYPE
    const wanted = valueThere(pairs[at + 1] ?? null, around)
    conditions.push({ area, holds: criterionOf(isMatrix(wanted) ? wanted.at(0, 0) : wanted) })
  }
  const [first] = conditions
  if (!first || conditions.some(({ area }) => area.rows !== first.area.rows || area.columns !== first.area.columns))
    return WRONG_TYPE
  return conditions
}

const ifAll = (name: string, about: string, work: (numbers: number[]) => Scalar): SheetFunction =>
  define(name, about, { values: 'matrix', pairs: 'raw...' }, ({ values, pairs }, around) => {
    const conditions = conditionsOf(pairs, around)
    if (isError(conditions)) return conditions
    const { rows, columns } = sure(conditions[0]).area
    if (values.rows !== rows || values.columns !== columns) return WRONG_TYPE
    const numbers = numbersAmong(chosen(values, conditions))
    return isError(numbers) ? numbers : work(numbers)
  })

const sum = (numbers: number[]): Scalar => finite(sumOf(numbers))
const average = (numbers: number[]): Scalar =>
  numbers.length === 0 ? DIVISION : finite(sumOf(numbers) / numbers.length)

/** Counting and adding by conditions: OpenFormula 6.13 and 6.16. */
export const conditional: readonly SheetFunction[] = [
  define(
    'COUNTIF',
    'Counts cells that meet a condition.',
    { area: 'matrix', criterion: 'raw' },
    ({ area, criterion }, around) =>
      each(criterion, around, wanted => {
        const holds = criterionOf(wanted)
        const beyond = holds(null) ? area.rows * area.columns - area.held.rows * area.held.columns : 0
        return beyond + chosen({ ...area, rows: area.held.rows, columns: area.held.columns }, [{ area, holds }]).length
      }),
  ),
  define('COUNTIFS', 'Counts places where all conditions hold.', { pairs: 'raw...' }, ({ pairs }, around) => {
    const conditions = conditionsOf(pairs, around)
    if (isError(conditions)) return conditions
    return chosen(sure(conditions[0]).area, conditions).length
  }),
  ifOne('SUMIF', 'Adds up where a condition holds.', sum),
  ifAll('SUMIFS', 'Adds up where all conditions hold.', sum),
  ifOne('AVERAGEIF', 'The average where a condition holds.', average),
  ifAll('AVERAGEIFS', 'The average where all conditions hold.', average),
  ifAll('MAXIFS', 'The largest number where all conditions hold.', numbers =>
    numbers.length ? Math.max(...numbers) : 0,
  ),
  ifAll('MINIFS', 'The smallest number where all conditions hold.', numbers =>
    numbers.length ? Math.min(...numbers) : 0,
  ),
]
