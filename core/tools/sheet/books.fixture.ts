import { sure } from '../../ground/sure'
import { apply } from './applying'
import { sheetOp } from './changes'
import { initial, sheetToolSetup } from './state'
import type { SheetState } from './state'
import { valueAt } from './workbook/workbook'
import { isError } from './formula/values'
import { readCorner } from './formula/references'
import { asTyped } from './typing'

type Cell = string | number | boolean | null

/** A workbook of these sheets, each written from A1 on. */
export function workbookOf(sheets: Readonly<Record<string, Cell[][]>>): SheetState {
  return initial(
    sheetToolSetup.parse({
      today: '2027-03-01',
      sheets: Object.entries(sheets).map(([name, cells]) => ({ name, rows: [{ at: 'A1', cells }] })),
    }),
  )
}

/** The state after these operations. Throws where one is refused. */
export function after(state: SheetState, ...ops: readonly unknown[]): SheetState {
  return ops.reduce<SheetState>((before, op) => {
    const applied = apply(before, sheetOp.parse(op))
    if (!applied.ok) throw new Error(applied.refusal)
    return applied.state
  }, state)
}

export function refusalOf(state: SheetState, op: unknown): string {
  const applied = apply(state, sheetOp.parse(op))
  return applied.ok ? 'done' : applied.refusal
}

const sheetOf = (state: SheetState, name: string) => sure(state.workbook.sheets.find(sheet => sheet.name === name))

/** The value of a cell, an error by its code. */
export function value(state: SheetState, cell: string, sheet = 'One'): unknown {
  const { row, column } = sure(readCorner(cell))
  const found = valueAt(sheetOf(state, sheet), row, column)
  return isError(found) ? found.code : found
}

/** What is typed in a cell. */
export function typedIn(state: SheetState, cell: string, sheet = 'One'): string {
  const { row, column } = sure(readCorner(cell))
  return asTyped(sheetOf(state, sheet).inputs.at(row, column))
}

export const write = (cell: string, text: string, sheet = 'One') => ({ type: 'cell.write', sheet, cell, text })
