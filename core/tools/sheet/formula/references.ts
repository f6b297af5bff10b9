import { sure } from '../../../ground/sure'

/** Addresses of cells as people write them: A1, $B$2, C:C, 3:4, and with a sheet before them, ‘Berth list’!A1. */

export const MOST_ROWS = 1_048_576
export const MOST_COLUMNS = 16_384

/** One corner of a reference: where it points to, counted from 0, and what of it stays when it is copied. */
export interface Corner {
  row: number
  column: number
  rowFixed: boolean
  columnFixed: boolean
}

/** A reference in a formula. `whole` columns run over all rows, and the other way round. */
export interface WrittenReference {
  /** The name of the sheet as it is written; null for the formula's own. */
  sheet: string | null
  start: Corner
  /** Null for a single cell. */
  end: Corner | null
  whole: 'rows' | 'columns' | null
}

/** 0 is A, 25 is Z, 26 is AA. */
export function columnName(column: number): string {
  let name = ''
  for (let rest = column + 1; rest > 0; rest = Math.floor((rest - 1) / 26))
    name = String.fromCharCode(65 + ((rest - 1) % 26)) + name
  return name
}

export function columnNumber(name: string): number {
  return [...name.toUpperCase()].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1
}

export const cellName = (row: number, column: number): string => `${columnName(column)}${row + 1}`

export const isOnSheet = ({ row, column }: { row: number; column: number }): boolean =>
  row >= 0 && row < MOST_ROWS && column >= 0 && column < MOST_COLUMNS

const cornerPattern = /^(\$?)([A-Za-z]{1,3})(\$?)(\d{1,7})$/
const columnPattern = /^(\$?)([A-Za-z]{1,3})$/
const rowPattern = /^(\$?)(\d{1,7})$/

/** A corner such as B2 or $B$2; null for what is none or lies off the sheet. */
export function readCorner(text: string): Corner | null {
  const match = cornerPattern.exec(text)
  if (!match) return null
  const corner = {
    row: Number(match[4]) - 1,
    column: columnNumber(sure(match[2])),
    rowFixed: match[3] === '$',
    columnFixed: match[1] === '$',
  }
  return isOnSheet(corner) ? corner : null
}

function readPair<Read>(text: string, read: (part: string) => Read | null): [Read, Read] | null {
  const [first, second, ...more] = text.split(':')
  if (first === undefined || second === undefined || more.length > 0) return null
  const [start, end] = [read(first), read(second)]
  return start && end ? [start, end] : null
}

function readColumn(text: string): { column: number; fixed: boolean } | null {
  const match = columnPattern.exec(text)
  const column = match ? columnNumber(sure(match[2])) : -1
  return match && column < MOST_COLUMNS ? { column, fixed: match[1] === '$' } : null
}

function readRow(text: string): { row: number; fixed: boolean } | null {
  const match = rowPattern.exec(text)
  const row = match ? Number(match[2]) - 1 : -1
  return match && row >= 0 && row < MOST_ROWS ? { row, fixed: match[1] === '$' } : null
}

/** A reference without its sheet: B2, A1:C3, A:B, 2:4; null for anything else. */
export function readReference(text: string): Omit<WrittenReference, 'sheet'> | null {
  const single = readCorner(text)
  if (single) return { start: single, end: null, whole: null }
  const corners = readPair(text, readCorner)
  if (corners) return { start: corners[0], end: corners[1], whole: null }
  const columns = readPair(text, readColumn)
  if (columns) {
    const [from, to] = columns
    return {
      start: { row: 0, column: from.column, rowFixed: true, columnFixed: from.fixed },
      end: { row: MOST_ROWS - 1, column: to.column, rowFixed: true, columnFixed: to.fixed },
      whole: 'columns',
    }
  }
  const rows = readPair(text, readRow)
  if (!rows) return null
  const [from, to] = rows
  return {
    start: { row: from.row, column: 0, rowFixed: from.fixed, columnFixed: true },
    end: { row: to.row, column: MOST_COLUMNS - 1, rowFixed: to.fixed, columnFixed: true },
    whole: 'rows',
  }
}

const plainSheetName = /^[A-Za-z_][A-Za-z0-9_]*$/

/** A sheet's name as a formula writes it: in quotes where it isn't a plain word or could be taken for a cell. */
export function sheetInFormula(name: string): string {
  return plainSheetName.test(name) && !readCorner(name) ? name : `'${name.replaceAll("'", "''")}'`
}

const cornerText = ({ row, column, rowFixed, columnFixed }: Corner): string =>
  `${columnFixed ? '$' : ''}${columnName(column)}${rowFixed ? '$' : ''}${row + 1}`

/** A reference as a formula writes it. */
export function writeReference({ sheet, start, end, whole }: WrittenReference): string {
  const before = sheet === null ? '' : `${sheetInFormula(sheet)}!`
  if (end === null) return before + cornerText(start)
  const part = ({ row, column, rowFixed, columnFixed }: Corner): string =>
    whole === 'columns'
      ? `${columnFixed ? '$' : ''}${columnName(column)}`
      : whole === 'rows'
        ? `${rowFixed ? '$' : ''}${row + 1}`
        : cornerText({ row, column, rowFixed, columnFixed })
  return `${before}${part(start)}:${part(end)}`
}

/** Cells from one corner to the other, both counted from 0 and part of it. */
export interface Block {
  top: number
  left: number
  bottom: number
  right: number
}

export const isInBlock = ({ top, left, bottom, right }: Block, row: number, column: number): boolean =>
  row >= top && row <= bottom && column >= left && column <= right

export const blocksOverlap = (one: Block, other: Block): boolean =>
  one.top <= other.bottom && other.top <= one.bottom && one.left <= other.right && other.left <= one.right

/** The cells from one corner to the other, whichever way they are written. */
export function boundsOf({ start, end }: Pick<WrittenReference, 'start' | 'end'>): Block {
  const other = end ?? start
  return {
    top: Math.min(start.row, other.row),
    left: Math.min(start.column, other.column),
    bottom: Math.max(start.row, other.row),
    right: Math.max(start.column, other.column),
  }
}

/** An area by its name in its own sheet: B2, or A1:C3. */
export function areaName({ top, left, bottom, right }: Block): string {
  const start = cellName(top, left)
  return top === bottom && left === right ? start : `${start}:${cellName(bottom, right)}`
}

/** The same address wherever its formula is copied to: $A$1:$C$3. */
export const fixedAddress = (address: string): string => address.replace(/[A-Z]+|\d+/g, part => `$${part}`)
