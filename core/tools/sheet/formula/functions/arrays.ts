import { sure } from '../../../../ground/sure'
import { compared } from '../comparing'
import { toLogical, toNumber } from '../converting'
import { DIVISION, isError, matrixFrom, matrixOf, NO_NUMBER, NOT_THERE, WRONG_TYPE } from '../values'
import type { Matrix, Scalar, SheetError } from '../values'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { spend } from '../spending'

const MOST = 1_000_000

/** A matrix as rows of numbers; an error where anything else stands in it. */
function numeric(matrix: Matrix): number[][] | SheetError {
  const rows: number[][] = []
  for (let row = 0; row < matrix.rows; row += 1) {
    const numbers: number[] = []
    for (let column = 0; column < matrix.columns; column += 1) {
      const value = matrix.at(row, column)
      if (isError(value)) return value
      if (typeof value !== 'number') return WRONG_TYPE
      numbers.push(value)
    }
    rows.push(numbers)
  }
  return rows
}

/** Solves by rows with the largest pivot first: the determinant, and the inverse where there is one. */
function eliminated(square: readonly (readonly number[])[]): { determinant: number; inverse: number[][] } {
  const size = square.length
  spend(size ** 3)
  const rows = square.map((row, at) => [...row, ...row.map((_, column) => (column === at ? 1 : 0))])
  const at = (row: number, column: number): number => sure(rows[row]?.[column])
  let determinant = 1
  for (let step = 0; step < size; step += 1) {
    let pivot = step
    for (let row = step + 1; row < size; row += 1) if (Math.abs(at(row, step)) > Math.abs(at(pivot, step))) pivot = row
    const value = at(pivot, step)
    if (value === 0) return { determinant: 0, inverse: [] }
    if (pivot !== step) {
      ;[rows[step], rows[pivot]] = [sure(rows[pivot]), sure(rows[step])]
      determinant = -determinant
    }
    determinant *= value
    const line = sure(rows[step]).map(one => one / value)
    rows[step] = line
    for (const [row, others] of rows.entries()) {
      const factor = at(row, step)
      if (row !== step && factor !== 0) rows[row] = others.map((one, column) => one - factor * sure(line[column]))
    }
  }
  return { determinant, inverse: rows.map(row => row.slice(size)) }
}

function rowsOf(matrix: Matrix): Scalar[][] {
  const rows = Math.max(1, matrix.rows > 100_000 ? matrix.held.rows : matrix.rows)
  const columns = matrix.columns > 10_000 ? matrix.held.columns : matrix.columns
  // Rows are copied, compared and put together, beside being read.
  spend(3 * rows * columns)
  return Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (__, column) => matrix.at(row, column)),
  )
}

const asMatrix = (rows: readonly (readonly Scalar[])[]): Matrix =>
  matrixOf(rows.length, rows[0]?.length ?? 0, rows.flat())
const turned = (rows: readonly (readonly Scalar[])[]): Scalar[][] =>
  (rows[0] ?? []).map((_, column) => rows.map(row => row[column] ?? null))

/** Errors come last, and empty cells after everything. */
function order(one: Scalar, other: Scalar): number {
  const late = (value: Scalar): number => (value === null ? 2 : isError(value) ? 1 : 0)
  if (late(one) > 0 || late(other) > 0) return late(one) - late(other)
  return compared(one as number, other as number)
}

const key = (row: readonly Scalar[]): string =>
  row.map(value => (isError(value) ? value.code : `${typeof value}:${String(value).toLowerCase()}`)).join('\u0000')

/** Arrays: OpenFormula 6.5, and functions that several spreadsheets share for arrays that fill their neighbours. */
export const arrays: readonly SheetFunction[] = [
  define('TRANSPOSE', 'Turns rows into columns.', { area: 'matrix' }, ({ area }) =>
    area.rows * area.columns > MOST
      ? NO_NUMBER
      : matrixFrom(area.columns, area.rows, (row, column) => area.at(column, row)),
  ),
  define('MMULT', 'The product of two matrices.', { one: 'matrix', other: 'matrix' }, args => {
    const [one, other] = [numeric(args.one), numeric(args.other)]
    if (isError(one)) return one
    if (isError(other)) return other
    if (args.one.columns !== args.other.rows) return WRONG_TYPE
    return matrixFrom(args.one.rows, args.other.columns, (row, column) =>
      sure(one[row]).reduce((sum, value, at) => sum + value * sure(sure(other[at])[column]), 0),
    )
  }),
  define('MDETERM', 'The determinant of a matrix.', { area: 'matrix' }, ({ area }) => {
    const rows = numeric(area)
    if (isError(rows)) return rows
    return area.rows === area.columns ? eliminated(rows).determinant : WRONG_TYPE
  }),
  define('MINVERSE', 'The inverse of a matrix.', { area: 'matrix' }, ({ area }) => {
    const rows = numeric(area)
    if (isError(rows)) return rows
    if (area.rows !== area.columns) return WRONG_TYPE
    const { determinant, inverse } = eliminated(rows)
    return determinant === 0 ? NO_NUMBER : asMatrix(inverse)
  }),
  define(
    'SEQUENCE',
    'Numbers that follow each other.',
    { rows: 'number', columns: 'number?', start: 'number?', step: 'number?' },
    ({ rows, columns = 1, start = 1, step = 1 }) => {
      const [height, width] = [Math.floor(rows), Math.floor(columns)]
      if (height < 1 || width < 1 || height * width > MOST) return NO_NUMBER
      return matrixFrom(height, width, (row, column) => start + (row * width + column) * step)
    },
  ),
  define(
    'SORT',
    'The rows of an area in order of one of its columns.',
    { area: 'matrix', column: 'number?', order: 'number?' },
    ({ area, column = 1, order: direction = 1 }) => {
      const rows = rowsOf(area)
      if (column < 1 || column > area.columns) return WRONG_TYPE
      const by = Math.floor(column) - 1
      return asMatrix(
        [...rows].sort((one, other) => (direction < 0 ? -1 : 1) * order(one[by] ?? null, other[by] ?? null)),
      )
    },
  ),
  define(
    'SORTBY',
    'The rows of an area in the order of another.',
    { area: 'matrix', by: 'matrix', order: 'number?' },
    ({ area, by, order: direction = 1 }) => {
      if (by.rows !== area.rows || by.columns !== 1) return WRONG_TYPE
      const rows = rowsOf(area).map((row, at) => ({ row, key: by.at(at, 0) }))
      return asMatrix(
        rows.sort((one, other) => (direction < 0 ? -1 : 1) * order(one.key, other.key)).map(({ row }) => row),
      )
    },
  ),
  define(
    'UNIQUE',
    'Each row of an area once.',
    { area: 'matrix', byColumn: 'logical?', once: 'logical?' },
    ({ area, byColumn = false, once = false }) => {
      const rows = byColumn ? turned(rowsOf(area)) : rowsOf(area)
      const counts = new Map<string, number>()
      for (const row of rows) counts.set(key(row), (counts.get(key(row)) ?? 0) + 1)
      const seen = new Set<string>()
      const kept = rows.filter(row => {
        if (once ? counts.get(key(row)) !== 1 : seen.has(key(row))) return false
        seen.add(key(row))
        return true
      })
      if (kept.length === 0) return NOT_THERE
      return asMatrix(byColumn ? turned(kept) : kept)
    },
  ),
  define(
    'FILTER',
    'The rows of an area for which a condition holds.',
    { area: 'matrix', keep: 'matrix', otherwise: 'lazy?' },
    ({ area, keep, otherwise }) => {
      const byColumn = keep.rows === 1 && keep.columns === area.columns && area.rows > 1
      const rows = byColumn ? turned(rowsOf(area)) : rowsOf(area)
      const tests = byColumn ? keep.columns : keep.rows
      if (tests !== (byColumn ? area.columns : area.rows)) return WRONG_TYPE
      const kept: Scalar[][] = []
      for (const [at, row] of rows.entries()) {
        const holds = toLogical(byColumn ? keep.at(0, at) : keep.at(at, 0))
        if (isError(holds)) return holds
        if (holds) kept.push(row)
      }
      if (kept.length === 0) return otherwise ? otherwise() : NOT_THERE
      return asMatrix(byColumn ? turned(kept) : kept)
    },
  ),
  define(
    'TAKE',
    'The first rows of an area, or the last where below nothing.',
    { area: 'matrix', rows: 'number' },
    ({ area, rows }) => {
      const all = rowsOf(area)
      const kept = rows > 0 ? all.slice(0, Math.trunc(rows)) : all.slice(Math.trunc(rows))
      return rows === 0 ? NO_NUMBER : asMatrix(kept)
    },
  ),
  define(
    'DROP',
    'An area without its first rows, or its last where below nothing.',
    { area: 'matrix', rows: 'number' },
    ({ area, rows }) => {
      const all = rowsOf(area)
      const kept = rows >= 0 ? all.slice(Math.trunc(rows)) : all.slice(0, Math.trunc(rows))
      return kept.length === 0 ? NO_NUMBER : asMatrix(kept)
    },
  ),
  define(
    'LINEST',
    'Slope and intercept of the straight line through points.',
    { y: 'matrix', x: 'matrix' },
    ({ y, x }) => {
      const points = rowsOf(y)
        .flat()
        .map((value, at) => [toNumber(rowsOf(x).flat()[at] ?? null), toNumber(value)] as const)
      const wrong = points.flat().find(isError)
      if (wrong) return wrong
      const xs = points.map(point => point[0] as number)
      const ys = points.map(point => point[1] as number)
      const [middleX, middleY] = [
        xs.reduce((sum, one) => sum + one, 0) / xs.length,
        ys.reduce((sum, one) => sum + one, 0) / ys.length,
      ]
      const spread = xs.reduce((sum, one) => sum + (one - middleX) ** 2, 0)
      if (spread === 0) return DIVISION
      const slope = xs.reduce((sum, one, at) => sum + (one - middleX) * (sure(ys[at]) - middleY), 0) / spread
      return matrixOf(1, 2, [slope, middleY - slope * middleX])
    },
  ),
]
