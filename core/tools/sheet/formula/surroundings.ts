import type { Node } from './parser'
import { isMatrix, isReference, NO_REFERENCE, WRONG_TYPE } from './values'
import type { Area, Matrix, Scalar, Value } from './values'
import { spend } from './spending'

/** What a formula sees of its workbook: its own place, the day it is, and every other cell. */
export interface Surroundings {
  sheet: number
  row: number
  column: number
  /** The serial of the day that TODAY gives: the task's, so that a sitting is judged alike whenever it is judged. */
  today: number
  /** The place of a sheet by its name without regard to case; -1 where there is none. */
  sheetNamed(name: string): number
  /** What a name stands for, seen from a sheet; null for no such name. */
  named(name: string, sheet: number): Node | null
  /** A cell's value; null for an empty one. */
  read(sheet: number, row: number, column: number): Scalar
  /** A cell's formula with its equals sign; null where there is none. */
  formulaAt?(sheet: number, row: number, column: number): string | null
  /** What a formula, with its equals sign, gives in other surroundings than these; of an array its first value. */
  worked?(formula: string, around: Surroundings): Scalar
  /** Whether a row isn’t shown: hidden by hand or by a filter. */
  hidden?(sheet: number, row: number): 'by hand' | 'by filter' | null
  /** Beyond so many rows and columns a sheet is empty. */
  extent(sheet: number): { rows: number; columns: number }
}

/** An area's values, read when they are asked for. */
export function matrixOfArea(area: Area, around: Surroundings): Matrix {
  const { sheet, top, left, bottom, right } = area
  const [rows, columns] = [bottom - top + 1, right - left + 1]
  const extent = around.extent(sheet)
  return {
    kind: 'matrix',
    rows,
    columns,
    held: {
      rows: Math.max(0, Math.min(rows, extent.rows - top)),
      columns: Math.max(0, Math.min(columns, extent.columns - left)),
    },
    at(row, column) {
      spend(1)
      return row < rows && column < columns ? around.read(sheet, top + row, left + column) : null
    },
  }
}

/** A value without references: what stands there. Several joined areas are no single value. */
export function valueThere(value: Value, around: Surroundings): Scalar | Matrix {
  if (!isReference(value)) return value
  const [area, ...more] = value.areas
  if (!area) return NO_REFERENCE
  if (more.length > 0) return WRONG_TYPE
  if (area.top === area.bottom && area.left === area.right) return around.read(area.sheet, area.top, area.left)
  return matrixOfArea(area, around)
}

/** Every matrix of a value: one for each area, or one of a single place. */
export function matricesOf(value: Value, around: Surroundings): Matrix[] {
  if (isReference(value)) return value.areas.map(area => matrixOfArea(area, around))
  if (isMatrix(value)) return [value]
  const at = (row: number, column: number): Scalar => (row === 0 && column === 0 ? value : null)
  return [{ kind: 'matrix', rows: 1, columns: 1, held: { rows: 1, columns: 1 }, at }]
}

/** Whether a value comes from cells or an array, and not straight from the formula. */
export const isSeveral = (value: Value): boolean => isMatrix(value) || isReference(value)

/** Calls for every place that can hold something, row after row. */
export function eachHeld(matrix: Matrix, visit: (value: Scalar, row: number, column: number) => void): void {
  const { rows, columns } = matrix.held
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) visit(matrix.at(row, column), row, column)
}
