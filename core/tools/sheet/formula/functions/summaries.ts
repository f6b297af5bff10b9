import { sure } from '../../../../ground/sure'
import { compared } from '../comparing'
import { DIVISION, isError, matrixOf, WRONG_TYPE } from '../values'
import type { Matrix, Scalar, SheetError } from '../values'
import { sumOf } from './arithmetic'
import { define } from './definition'
import type { SheetFunction } from './definition'

/** What a summary makes of the numbers that fall together. */
export const aggregations = ['sum', 'count', 'average', 'largest', 'smallest'] as const
export type Aggregation = (typeof aggregations)[number]

const work: Readonly<Record<Aggregation, (values: readonly Scalar[]) => Scalar>> = {
  sum: values => sumOf(values.filter(one => typeof one === 'number')),
  count: values => values.filter(one => one !== null && one !== '').length,
  average: values => {
    const numbers = values.filter(one => typeof one === 'number')
    return numbers.length === 0 ? DIVISION : sumOf(numbers) / numbers.length
  },
  largest: values => values.reduce<Scalar>((most, one) => (typeof one === 'number' ? max(most, one) : most), null),
  smallest: values => values.reduce<Scalar>((least, one) => (typeof one === 'number' ? min(least, one) : least), null),
}
const max = (most: Scalar, one: number): number => (typeof most === 'number' ? Math.max(most, one) : one)
const min = (least: Scalar, one: number): number => (typeof least === 'number' ? Math.min(least, one) : one)

/** A summary of a list: one line for each label of a field, and one column for each of another where there is one. */
export interface Summary {
  rows: readonly Scalar[]
  /** None where the list is summed up by one field only. */
  columns: readonly Scalar[]
  /** The figure for a label of the rows and one of the columns; `null` for all of them. */
  figure(row: Scalar, column: Scalar): Scalar
}

/** The column of a list that has this heading, without regard to case; -1 for none. */
const fieldOf = (list: Matrix, heading: string): number => {
  for (let column = 0; column < list.held.columns; column += 1) {
    const found = list.at(0, column)
    if (typeof found === 'string' && found.trim().toLowerCase() === heading.trim().toLowerCase()) return column
  }
  return -1
}

const keyOf = (value: Scalar): string =>
  isError(value) ? value.code : typeof value === 'string' ? value.trim().toLowerCase() : String(value)

/** The labels of a column, each once, rising. Empty cells are no label. */
function labelsOf(list: Matrix, column: number): Scalar[] {
  const labels = new Map<string, Scalar>()
  for (let row = 1; row < list.held.rows; row += 1) {
    const value = list.at(row, column)
    if (value !== null && value !== '' && !labels.has(keyOf(value))) labels.set(keyOf(value), value)
  }
  return [...labels.values()].sort((one, other) =>
    isError(one) || isError(other) ? Number(isError(one)) - Number(isError(other)) : compared(sure(one), sure(other)),
  )
}

/** Sums a list with a heading up; an error where it has no such field. */
export function summarised(
  list: Matrix,
  fields: { rows: string; columns: string; values: string; how: Aggregation },
): Summary | SheetError {
  const [rows, values] = [fieldOf(list, fields.rows), fieldOf(list, fields.values)]
  const columns = fields.columns === '' ? null : fieldOf(list, fields.columns)
  if (rows < 0 || values < 0 || (columns !== null && columns < 0)) return WRONG_TYPE
  const together = new Map<string, Scalar[]>()
  const put = (key: string, value: Scalar): void => {
    const held = together.get(key)
    if (held) held.push(value)
    else together.set(key, [value])
  }
  const ALL = '\u0001'
  const key = (row: Scalar, column: Scalar): string =>
    `${row === null ? ALL : keyOf(row)}\u0000${column === null ? ALL : keyOf(column)}`
  for (let row = 1; row < list.held.rows; row += 1) {
    const [label, value] = [list.at(row, rows), list.at(row, values)]
    const across = columns === null ? null : list.at(row, columns)
    if (label === null || label === '' || across === '' || (columns !== null && across === null)) continue
    for (const down of [label, null])
      for (const along of columns === null ? [null] : [across, null]) put(key(down, along), value)
  }
  return {
    rows: labelsOf(list, rows),
    columns: columns === null ? [] : labelsOf(list, columns),
    figure(row, column) {
      const held = together.get(key(row, column))
      return held ? work[fields.how](held) : null
    },
  }
}

const isAggregation = (text: string): text is Aggregation => aggregations.some(one => one === text)

/** Functions of ours that sum lists up. */
export const summaries: readonly SheetFunction[] = [
  define(
    'SUMMARY',
    'Sums a list with a heading up, by the labels of one of its fields or of two; how: sum, count, average, largest, smallest.',
    { list: 'matrix', rows: 'text', columns: 'text', values: 'text', how: 'text?' },
    ({ list, rows, columns, values, how = 'sum' }) => {
      const wanted = how.trim().toLowerCase()
      if (!isAggregation(wanted)) return WRONG_TYPE
      const found = summarised(list, { rows, columns, values, how: wanted })
      if (isError(found)) return found
      const across: Scalar[] = found.columns.length > 0 ? [...found.columns, null] : [null]
      const heading: Scalar[] = [rows, ...(found.columns.length > 0 ? [...found.columns, 'All'] : [values])]
      const lines = [...found.rows, null].map(row => [row ?? 'All', ...across.map(column => found.figure(row, column))])
      const all = [heading, ...lines].map(line => line.map(value => value ?? ''))
      return matrixOf(all.length, heading.length, all.flat())
    },
  ),
]
