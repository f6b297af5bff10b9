import { sure } from '../../../ground/sure'
import { partsOf } from '../formula/parser'
import { Formula } from '../workbook/formula'
import { tablesKey } from '../workbook/tables'
import type { Workbook } from '../workbook/workbook'
import { AreaIndex } from './areas'
import { NOT_REACHED } from './order'
import { precedentsOf } from './precedents'
import type { Precedents } from './precedents'

/** A formula in its cell, with what it stands on. */
export interface FormulaCell extends Precedents {
  sheet: number
  row: number
  column: number
  formula: Formula
  /** When it is reached in the recalculation that is going on; see `inOrder`. */
  order: number
}

/** One number for a cell of a workbook: sheets below 2^19, columns 2^14, rows 2^20. */
export const keyOf = (sheet: number, row: number, column: number): number => (sheet * 16_384 + column) * 1_048_576 + row

/** Whether what a formula means may hang on where tables lie: any name may be one of a table. */
const namesTable = ({ tree }: Formula): boolean => [...partsOf(tree)].some(({ kind }) => kind === 'name')

export interface ChangedCell {
  sheet: number
  row: number
  column: number
}

/** Whether two workbooks have the same sheets and names, so that formulas mean the same in both. */
export const sameFrame = (one: Workbook, other: Workbook): boolean =>
  one.today === other.today &&
  one.names === other.names &&
  one.sheets.length === other.sheets.length &&
  one.sheets.every(
    ({ id, name }, place) => sure(other.sheets[place]).id === id && sure(other.sheets[place]).name === name,
  )

/**
 * Which formulas stand on which cells, for one workbook at a time. Going over to another costs what differs: many
 * trainees who work on the same sheets share one of these.
 */
export class Dependencies {
  #held: Workbook | null = null
  #cells = new Map<number, FormulaCell>()
  #index: AreaIndex<FormulaCell>[] = []
  #open = new Set<FormulaCell>()

  /** Goes over to a workbook. Gives the cells that differ from the one before, or null where everything may. */
  follow(workbook: Workbook): ChangedCell[] | null {
    const before = this.#held
    this.#held = workbook
    if (!before || !sameFrame(before, workbook)) {
      this.#begin(workbook)
      return null
    }
    const changed = this.#followTables(before, workbook)
    for (const [sheet, { inputs }] of workbook.sheets.entries())
      for (const [row, column, input] of sure(before.sheets[sheet]).inputs.differences(inputs)) {
        this.#remove(keyOf(sheet, row, column))
        if (input instanceof Formula) this.#add(sheet, row, column, input)
        changed.push({ sheet, row, column })
      }
    return changed
  }

  /** Formulas that name parts of tables, where a table has changed. */
  #followTables(before: Workbook, workbook: Workbook): ChangedCell[] {
    if (tablesKey(before) === tablesKey(workbook)) return []
    const named = [...this.#cells.values()].filter(({ formula }) => namesTable(formula))
    for (const { sheet, row, column, formula } of named) {
      this.#remove(keyOf(sheet, row, column))
      this.#add(sheet, row, column, formula)
    }
    return named.map(({ sheet, row, column }) => ({ sheet, row, column }))
  }

  get all(): Iterable<FormulaCell> {
    return this.#cells.values()
  }

  /** Formulas whose cells show only when they are worked out. */
  get open(): Iterable<FormulaCell> {
    return this.#open
  }

  at(sheet: number, row: number, column: number): FormulaCell | undefined {
    return this.#cells.get(keyOf(sheet, row, column))
  }

  /** Calls for every formula that names this cell. */
  dependents(sheet: number, row: number, column: number, found: (cell: FormulaCell) => void): void {
    this.#index[sheet]?.at(row, column, found)
  }

  #begin(workbook: Workbook): void {
    this.#cells = new Map()
    this.#index = workbook.sheets.map(() => new AreaIndex())
    this.#open = new Set()
    for (const [sheet, { inputs }] of workbook.sheets.entries())
      for (const [row, column, input] of inputs.entries())
        if (input instanceof Formula) this.#add(sheet, row, column, input)
  }

  #add(sheet: number, row: number, column: number, formula: Formula): void {
    const { areas, open } = precedentsOf(formula.tree, sheet, row, sure(this.#held))
    const cell: FormulaCell = { sheet, row, column, formula, areas, open, order: NOT_REACHED }
    this.#cells.set(keyOf(sheet, row, column), cell)
    for (const area of cell.areas) this.#index[area.sheet]?.add(area, cell)
    if (cell.open) this.#open.add(cell)
  }

  #remove(key: number): void {
    const cell = this.#cells.get(key)
    if (!cell) return
    this.#cells.delete(key)
    this.#open.delete(cell)
    for (const area of cell.areas) this.#index[area.sheet]?.remove(area, cell)
  }
}
