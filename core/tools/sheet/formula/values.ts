import { sure } from '../../../ground/sure'
import { spend } from './spending'

/**
 * What a cell can hold and a formula can give, by OpenFormula (OASIS ODF 1.3 part 4, section 4). An empty cell is
 * null; a date is a number that is shown as one.
 */
export type Scalar = number | string | boolean | SheetError | null

/** Errors as the open standards write them; the last two are ours: a circle of formulas, and no room for an array. */
export const ERROR_CODES = [
  '#NULL!',
  '#DIV/0!',
  '#VALUE!',
  '#REF!',
  '#NAME?',
  '#NUM!',
  '#N/A',
  '#CIRCLE!',
  '#NOROOM!',
] as const
export type ErrorCode = (typeof ERROR_CODES)[number]

/** An error as a value: whatever is worked out from it is the same error. */
export class SheetError {
  constructor(readonly code: ErrorCode) {}
}

const errors = new Map<string, SheetError>(ERROR_CODES.map(code => [code, Object.freeze(new SheetError(code))]))

/** The one error of this code. Throws a RangeError for a code that there isn't. */
export function errorOf(code: string): SheetError {
  const error = errors.get(code)
  if (!error) throw new RangeError(`There is no error ${code}.`)
  return error
}

export const DIVISION = errorOf('#DIV/0!')
export const WRONG_TYPE = errorOf('#VALUE!')
export const NO_REFERENCE = errorOf('#REF!')
export const NO_NAME = errorOf('#NAME?')
export const NO_NUMBER = errorOf('#NUM!')
export const NOT_THERE = errorOf('#N/A')
export const NOTHING_SHARED = errorOf('#NULL!')
export const CIRCLE = errorOf('#CIRCLE!')
export const NO_ROOM = errorOf('#NOROOM!')

export const isError = (value: unknown): value is SheetError => value instanceof SheetError

/** Rows and columns of values. Places outside are empty. `held` says how far anything but emptiness can stand. */
export interface Matrix {
  kind: 'matrix'
  rows: number
  columns: number
  held: { rows: number; columns: number }
  at(row: number, column: number): Scalar
}

/** A matrix of these values, row after row. */
export function matrixOf(rows: number, columns: number, values: readonly Scalar[]): Matrix {
  return {
    kind: 'matrix',
    rows,
    columns,
    held: { rows, columns },
    at(row, column) {
      spend(1)
      return row < rows && column < columns ? (values[row * columns + column] ?? null) : null
    },
  }
}

/** A matrix worked out place by place. */
export function matrixFrom(rows: number, columns: number, value: (row: number, column: number) => Scalar): Matrix {
  spend(rows * columns)
  const values: Scalar[] = []
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) values.push(value(row, column))
  return matrixOf(rows, columns, values)
}

/** Cells of one sheet from one corner to the other, both included, counted from 0. */
export interface Area {
  sheet: number
  top: number
  left: number
  bottom: number
  right: number
}

/** One area, or several joined. */
export interface Reference {
  kind: 'reference'
  areas: readonly Area[]
}

export type Value = Scalar | Matrix | Reference

export const isMatrix = (value: Value): value is Matrix =>
  typeof value === 'object' && value !== null && 'kind' in value && value.kind === 'matrix'
export const isReference = (value: Value): value is Reference =>
  typeof value === 'object' && value !== null && 'kind' in value && value.kind === 'reference'

/** A number that a calculation gave: infinite ones are none. */
export const finite = (number: number): number | SheetError => (Number.isFinite(number) ? number : NO_NUMBER)

/** As many characters as a cell holds. */
export const MOST_TEXT = 32_767

/** A text that is no longer than a cell holds. */
export const textWithin = (text: string): string | SheetError => (text.length > MOST_TEXT ? WRONG_TYPE : text)

/** A number to 15 significant digits: as many as a decimal number and its nearest double share. */
export function to15Digits(number: number): number {
  return number === 0 || !Number.isFinite(number) ? number : Number(number.toPrecision(15))
}

/** How a value reads where text is asked for: 0.1+0.2 is 0.3, TRUE is TRUE, nothing is nothing. */
export function textOf(value: Exclude<Scalar, SheetError>): string {
  if (value === null) return ''
  if (typeof value === 'boolean') return value ? 'TRUE' : 'FALSE'
  if (typeof value === 'string') return value
  return numberInText(value)
}

/** A number with up to 15 significant digits; with an exponent from 1E+16 up and below 1E-9. */
export function numberInText(number: number): string {
  const rounded = to15Digits(number)
  if (rounded === 0) return '0'
  const size = Math.abs(rounded)
  if (size < 1e16 && size >= 1e-9) {
    const text = rounded.toFixed(Math.max(0, Math.min(24, 14 - Math.floor(Math.log10(size)))))
    return text.includes('.') ? text.replace(/\.?0+$/, '') : text
  }
  const [digits, exponent] = rounded.toExponential().split('e')
  const sign = sure(exponent).startsWith('-') ? '-' : '+'
  return `${digits}E${sign}${sure(exponent).slice(1).padStart(2, '0')}`
}
