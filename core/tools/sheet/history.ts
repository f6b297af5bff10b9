import { sure } from '../../ground/sure'
import type { Moment, SheetState } from './state'
import type { Workbook } from './workbook/workbook'

/** How far back one can go: so many steps, and so many changed cells in all of them but the last. */
const MOST_STEPS = 100
const MOST_CELLS = 20_000

/** How many cells differ in what was put into them or how they look. Values that follow aren’t counted. */
function cellsBetween(one: Workbook, other: Workbook): number {
  let count = 1
  for (const sheet of other.sheets) {
    const before = one.sheets.find(({ id }) => id === sheet.id)
    if (!before) {
      for (const _ of sheet.inputs.entries()) count += 1
      continue
    }
    for (const _ of before.inputs.differences(sheet.inputs)) count += 1
    for (const _ of before.formats.differences(sheet.formats)) count += 1
  }
  for (const sheet of one.sheets)
    if (!other.sheets.some(({ id }) => id === sheet.id)) for (const _ of sheet.inputs.entries()) count += 1
  return count
}

/** The state after a change that can be undone. */
export function changedTo(state: SheetState, workbook: Workbook): SheetState {
  if (workbook === state.workbook) return state
  const past = [...state.past, { workbook: state.workbook, cells: cellsBetween(state.workbook, workbook) }]
  return {
    ...state,
    workbook,
    past: bounded(past),
    future: [],
    shown: Math.min(state.shown, workbook.sheets.length - 1),
  }
}

function bounded(past: readonly Moment[]): readonly Moment[] {
  let [from, cells] = [past.length - 1, 0]
  while (from > 0 && past.length - from < MOST_STEPS) {
    cells += sure(past[from - 1]).cells
    if (cells > MOST_CELLS) break
    from -= 1
  }
  return from === 0 ? past : past.slice(from)
}

/** One step back; null where there is none. */
export function undone(state: SheetState): SheetState | null {
  const last = state.past.at(-1)
  if (!last) return null
  return {
    ...state,
    workbook: last.workbook,
    past: state.past.slice(0, -1),
    future: [...state.future, { workbook: state.workbook, cells: last.cells }],
    shown: Math.min(state.shown, last.workbook.sheets.length - 1),
  }
}

/** One step on again; null where nothing was undone. */
export function redone(state: SheetState): SheetState | null {
  const next = state.future.at(-1)
  if (!next) return null
  return {
    ...state,
    workbook: next.workbook,
    past: [...state.past, { workbook: state.workbook, cells: next.cells }],
    future: state.future.slice(0, -1),
    shown: Math.min(state.shown, next.workbook.sheets.length - 1),
  }
}
