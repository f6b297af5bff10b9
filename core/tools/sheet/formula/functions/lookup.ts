import { sure } from '../../../../ground/sure'
import { compared } from '../comparing'
import { readFormulaReference } from '../reading'
import { columnName, isOnSheet, sheetInFormula } from '../references'
import { matricesOf, matrixOfArea } from '../surroundings'
import type { Surroundings } from '../surroundings'
import { isError, isReference, matrixFrom, NO_REFERENCE, NOT_THERE, WRONG_TYPE } from '../values'
import type { Area, Matrix, Reference, Scalar, Value } from '../values'
import { hasWildcard, wildcardPattern } from '../wildcards'
import { define } from './definition'
import type { SheetFunction } from './definition'

type Plain = number | string | boolean | null

/** Values along one row or column. */
interface Line {
  length: number
  at(place: number): Scalar
}

const down = (matrix: Matrix, column = 0): Line => ({ length: matrix.held.rows, at: row => matrix.at(row, column) })
const across = (matrix: Matrix, row = 0): Line => ({
  length: matrix.held.columns,
  at: column => matrix.at(row, column),
})
const along = (matrix: Matrix): Line => (matrix.columns === 1 ? down(matrix) : across(matrix))

const sameKind = (value: Scalar, wanted: Plain): value is Plain =>
  value !== null && !isError(value) && typeof value === typeof (wanted ?? 0)

/** The first place of an equal value; text may have wildcards. -1 where there is none. */
function exactly(line: Line, wanted: Plain): number {
  const pattern = typeof wanted === 'string' && hasWildcard(wanted) ? wildcardPattern(wanted) : null
  for (let place = 0; place < line.length; place += 1) {
    const value = line.at(place)
    if (!sameKind(value, wanted)) continue
    if (pattern ? pattern.test(value as string) : compared(value, wanted) === 0) return place
  }
  return -1
}

/** The last place in rising values that isn't above the wanted one, by halving. -1 where the first is above. */
function upTo(line: Line, wanted: Plain): number {
  let [low, high, last] = [0, line.length - 1, -1]
  while (low <= high) {
    const middle = (low + high) >> 1
    let place = middle
    while (place >= low && !sameKind(line.at(place), wanted)) place -= 1
    if (place < low) low = middle + 1
    else if (compared(line.at(place) as Plain, wanted) <= 0) {
      last = place
      low = middle + 1
    } else high = place - 1
  }
  return last
}

/** The last place in falling values that isn't below the wanted one. */
function downTo(line: Line, wanted: Plain): number {
  let last = -1
  for (let place = 0; place < line.length; place += 1) {
    const value = line.at(place)
    if (!sameKind(value, wanted)) continue
    if (compared(value, wanted) < 0) break
    last = place
  }
  return last
}

/** The place of the nearest value on one side of the wanted one, in any order. */
function nearest(line: Line, wanted: Plain, below: boolean): number {
  let best = -1
  for (let place = 0; place < line.length; place += 1) {
    const value = line.at(place)
    if (!sameKind(value, wanted)) continue
    const order = compared(value, wanted)
    if (below ? order > 0 : order < 0) continue
    if (best < 0 || (below ? compared(value, line.at(best) as Plain) > 0 : compared(value, line.at(best) as Plain) < 0))
      best = place
  }
  return best
}

const place = (line: Line, wanted: Plain, sorted: boolean): number =>
  sorted ? upTo(line, wanted) : exactly(line, wanted)

/** One row, one column or one cell of what INDEX is given; 0 means all of them. */
function indexed(value: Value, row: number, column: number, around: Surroundings): Value {
  const there = isReference(value) ? sure(value.areas[0]) : null
  const matrix = there ? matrixOfArea(there, around) : sure(matricesOf(value, around)[0])
  const { rows, columns } = matrix
  // A single row is counted by its columns.
  const [fromRow, fromColumn] =
    rows === 1 && column < 0 ? [1, row] : [row, column < 0 ? (columns === 1 ? 1 : 0) : column]
  if (fromRow < 0 || fromColumn < 0) return WRONG_TYPE
  if (fromRow > rows || fromColumn > columns) return NO_REFERENCE
  const [top, bottom] = fromRow === 0 ? [0, rows - 1] : [fromRow - 1, fromRow - 1]
  const [left, right] = fromColumn === 0 ? [0, columns - 1] : [fromColumn - 1, fromColumn - 1]
  if (there)
    return reference({
      sheet: there.sheet,
      top: there.top + top,
      left: there.left + left,
      bottom: there.top + bottom,
      right: there.left + right,
    })
  if (top === bottom && left === right) return matrix.at(top, left)
  return matrixFrom(bottom - top + 1, right - left + 1, (at, over) => matrix.at(top + at, left + over))
}

const reference = (area: Area): Reference => ({ kind: 'reference', areas: [area] })

function moved(
  base: Reference,
  rows: number,
  columns: number,
  height: number | undefined,
  width: number | undefined,
): Value {
  const { sheet, top, left, bottom, right } = sure(base.areas[0])
  const area = {
    sheet,
    top: top + Math.trunc(rows),
    left: left + Math.trunc(columns),
    bottom: top + Math.trunc(rows) + Math.trunc(height ?? bottom - top + 1) - 1,
    right: left + Math.trunc(columns) + Math.trunc(width ?? right - left + 1) - 1,
  }
  const fits = area.bottom >= area.top && area.right >= area.left
  return fits && isOnSheet({ row: area.top, column: area.left }) && isOnSheet({ row: area.bottom, column: area.right })
    ? reference(area)
    : NO_REFERENCE
}

const places = (
  name: string,
  about: string,
  of: (area: Area) => [number, number],
  own: (around: Surroundings) => number,
): SheetFunction =>
  define(name, about, { cell: 'reference?' }, ({ cell }, around) => {
    if (!cell) return own(around)
    const [from, to] = of(sure(cell.areas[0]))
    if (from === to || to - from > 10_000) return from + 1
    return name === 'ROW'
      ? matrixFrom(to - from + 1, 1, row => from + row + 1)
      : matrixFrom(1, to - from + 1, (_, column) => from + column + 1)
  })

/** Looking things up, and references: OpenFormula 6.14. */
export const lookup: readonly SheetFunction[] = [
  define(
    'VLOOKUP',
    'Looks a key up in the first column, and gives what stands beside it.',
    { key: 'known', table: 'matrix', column: 'number', sorted: 'logical?' },
    ({ key, table, column, sorted = true }) => {
      if (column < 1) return WRONG_TYPE
      if (column > table.columns) return NO_REFERENCE
      const row = place(down(table), key, sorted)
      return row < 0 ? NOT_THERE : table.at(row, Math.floor(column) - 1)
    },
  ),
  define(
    'HLOOKUP',
    'Looks a key up in the first row, and gives what stands below it.',
    { key: 'known', table: 'matrix', row: 'number', sorted: 'logical?' },
    ({ key, table, row, sorted = true }) => {
      if (row < 1) return WRONG_TYPE
      if (row > table.rows) return NO_REFERENCE
      const column = place(across(table), key, sorted)
      return column < 0 ? NOT_THERE : table.at(Math.floor(row) - 1, column)
    },
  ),
  define(
    'LOOKUP',
    'Looks a key up in rising values, and gives what stands at its place.',
    { key: 'known', keys: 'matrix', results: 'matrix?' },
    ({ key, keys, results }) => {
      const byRows = keys.rows >= keys.columns
      const found = upTo(byRows ? down(keys) : across(keys), key)
      if (found < 0) return NOT_THERE
      if (results) return along(results).at(found)
      return byRows ? keys.at(found, keys.columns - 1) : keys.at(keys.rows - 1, found)
    },
  ),
  define(
    'XLOOKUP',
    'Looks a key up in one row or column, and gives what stands at its place in another.',
    { key: 'known', keys: 'matrix', results: 'raw', otherwise: 'lazy?', match: 'number?' },
    ({ key, keys, results, otherwise, match = 0 }, around) => {
      const line = along(keys)
      const pattern = match === 2
      let found = typeof key === 'string' && !pattern ? exactly(line, key.replace(/[?*~]/g, '~$&')) : exactly(line, key)
      if (found < 0 && (match === -1 || match === 1)) found = nearest(line, key, match === -1)
      if (found < 0) return otherwise ? otherwise() : NOT_THERE
      return keys.columns === 1 ? indexed(results, found + 1, 0, around) : indexed(results, 0, found + 1, around)
    },
  ),
  define(
    'MATCH',
    'The place of a value in a row or column: 0 exactly, 1 in rising and -1 in falling order.',
    { value: 'known', line: 'matrix', order: 'number?' },
    ({ value, line, order = 1 }) => {
      if (line.rows > 1 && line.columns > 1) return NOT_THERE
      const values = along(line)
      const found = order === 0 ? exactly(values, value) : order > 0 ? upTo(values, value) : downTo(values, value)
      return found < 0 ? NOT_THERE : found + 1
    },
  ),
  define(
    'XMATCH',
    'The place of a value in a row or column, exactly unless told otherwise.',
    { value: 'known', line: 'matrix', match: 'number?' },
    ({ value, line, match = 0 }) => {
      const values = along(line)
      let found = exactly(values, value)
      if (found < 0 && match !== 0) found = nearest(values, value, match < 0)
      return found < 0 ? NOT_THERE : found + 1
    },
  ),
  define(
    'INDEX',
    'The value at a row and column of an area; 0 for all of them.',
    { area: 'raw', row: 'number?', column: 'number?' },
    ({ area, row = 0, column = -1 }, around) =>
      isError(area) ? area : indexed(area, Math.trunc(row), Math.trunc(column), around),
  ),
  define(
    'OFFSET',
    'An area that lies some rows and columns from another.',
    { from: 'reference', rows: 'number', columns: 'number', height: 'number?', width: 'number?' },
    args => moved(args.from, args.rows, args.columns, args.height, args.width),
  ),
  define('INDIRECT', 'The cells that a text names.', { text: 'text' }, ({ text }, around) => {
    const read = readFormulaReference(text)
    if (!read) return NO_REFERENCE
    const sheet = read.sheet === null ? around.sheet : around.sheetNamed(read.sheet)
    return sheet >= 0 ? reference({ sheet, ...read.bounds }) : NO_REFERENCE
  }),
  define(
    'ADDRESS',
    'The name of a cell: 1 fixed, 2 only its row, 3 only its column, 4 neither.',
    { row: 'number', column: 'number', fixed: 'number?', style: 'logical?', sheet: 'text?' },
    ({ row, column, fixed = 1, sheet }) => {
      const at = { row: Math.floor(row) - 1, column: Math.floor(column) - 1 }
      if (!isOnSheet(at) || fixed < 1 || fixed > 4) return WRONG_TYPE
      const name = `${fixed === 1 || fixed === 3 ? '$' : ''}${columnName(at.column)}${fixed <= 2 ? '$' : ''}${at.row + 1}`
      return sheet ? `${sheetInFormula(sheet)}!${name}` : name
    },
  ),
  places(
    'ROW',
    'The number of a row.',
    ({ top, bottom }) => [top, bottom],
    ({ row }) => row + 1,
  ),
  places(
    'COLUMN',
    'The number of a column.',
    ({ left, right }) => [left, right],
    ({ column }) => column + 1,
  ),
  define('ROWS', 'How many rows an area has.', { area: 'matrix' }, ({ area }) => area.rows),
  define('COLUMNS', 'How many columns an area has.', { area: 'matrix' }, ({ area }) => area.columns),
  define('AREAS', 'How many areas a reference joins.', { reference: 'reference' }, args => args.reference.areas.length),
  define(
    'SHEET',
    'The number of a sheet.',
    { cell: 'reference?' },
    ({ cell }, around) => (cell?.areas[0]?.sheet ?? around.sheet) + 1,
  ),
  define(
    'HYPERLINK',
    'A link: shows its text.',
    { address: 'text', text: 'known?' },
    ({ address, text }) => text ?? address,
  ),
]
