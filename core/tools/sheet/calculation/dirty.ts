import { sure } from '../../../ground/sure'
import type { Area } from '../formula/values'
import { keyOf } from './dependencies'
import type { FormulaCell } from './dependencies'

/** So many cells are looked up one by one; more are looked for along their columns. */
const FEW = 8
const NONE: FormulaCell[] = []

/** Formulas that are to be worked out, found by the area in which they stand. */
export class DirtyCells {
  readonly #byKey = new Map<number, FormulaCell>()
  /** By sheet and column, in the order of their rows. */
  readonly #columns = new Map<number, FormulaCell[]>()

  constructor(cells: Iterable<FormulaCell>) {
    for (const cell of cells) {
      this.#byKey.set(keyOf(cell.sheet, cell.row, cell.column), cell)
      const place = keyOf(cell.sheet, 0, cell.column)
      const column = this.#columns.get(place)
      if (column) column.push(cell)
      else this.#columns.set(place, [cell])
    }
    for (const column of this.#columns.values()) column.sort((one, other) => one.row - other.row)
  }

  at(sheet: number, row: number, column: number): FormulaCell | undefined {
    return this.#byKey.get(keyOf(sheet, row, column))
  }

  /** All within areas of few cells, as a list; null where one of the areas is larger. */
  few(areas: readonly Area[]): FormulaCell[] | null {
    let found = NONE
    for (const { sheet, top, left, bottom, right } of areas) {
      if ((bottom - top + 1) * (right - left + 1) > FEW) return null
      for (let row = top; row <= bottom; row += 1)
        for (let column = left; column <= right; column += 1) {
          const cell = this.#byKey.get(keyOf(sheet, row, column))
          if (!cell) continue
          if (found === NONE) found = []
          found.push(cell)
        }
    }
    return found
  }

  *within({ sheet, top, left, bottom, right }: Area): Generator<FormulaCell> {
    if ((bottom - top + 1) * (right - left + 1) <= FEW) {
      for (let row = top; row <= bottom; row += 1)
        for (let column = left; column <= right; column += 1) {
          const cell = this.#byKey.get(keyOf(sheet, row, column))
          if (cell) yield cell
        }
      return
    }
    if (right - left < this.#columns.size) {
      for (let column = left; column <= right; column += 1) yield* this.#along(keyOf(sheet, 0, column), top, bottom)
      return
    }
    for (const [place, [cell]] of this.#columns)
      if (sure(cell).sheet === sheet && sure(cell).column >= left && sure(cell).column <= right)
        yield* this.#along(place, top, bottom)
  }

  *#along(place: number, top: number, bottom: number): Generator<FormulaCell> {
    const cells = this.#columns.get(place)
    if (!cells) return
    let [low, high] = [0, cells.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (sure(cells[middle]).row < top) low = middle + 1
      else high = middle
    }
    for (let at = low; at < cells.length && sure(cells[at]).row <= bottom; at += 1) yield sure(cells[at])
  }
}
