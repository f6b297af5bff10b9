import { z } from 'zod'
import { areaName, cellName } from './formula/references'
import { formulaHelp } from './formula/completing'
import type { FormulaHelp } from './formula/completing'
import { isError } from './formula/values'
import { edgeFrom, headed, listAround } from './surveying'
import type { CellPlace } from './surveying'
import { formatted } from './formats/number-format'
import type { CellFormat } from './formats/cell-format'
import { precedentsOf } from './calculation/precedents'
import type { SheetState } from './state'
import { asTyped, valueInWords } from './typing'
import { Formula } from './workbook/formula'
import { extentOf, isWithin, valueAt } from './workbook/workbook'
import type { Sheet } from './workbook/workbook'

const bounds = z.strictObject({
  top: z.int().min(0),
  left: z.int().min(0),
  rows: z.int().min(1).max(400),
  columns: z.int().min(1).max(120),
})

/** What the screen of a workbook may ask to see. */
export const sheetQuery = z.discriminatedUnion('kind', [
  /** A window of cells of the sheet that is shown, and what lies around it. */
  z.strictObject({ kind: z.literal('window'), ...bounds.shape }),
  /** One cell of it: what was typed, what it stands on, and what stands on it. */
  z.strictObject({ kind: z.literal('cell'), row: z.int().min(0), column: z.int().min(0) }),
  /** What a selection comes to. */
  z.strictObject({
    kind: z.literal('selection'),
    top: z.int().min(0),
    left: z.int().min(0),
    bottom: z.int().min(0),
    right: z.int().min(0),
  }),
  /** Help with a formula that is being typed. */
  z.strictObject({ kind: z.literal('help'), text: z.string().max(8200), caret: z.int().min(0) }),
  /** Where the cursor comes to when it is sent along a row or column until something ends or begins. */
  z.strictObject({
    kind: z.literal('edge'),
    row: z.int().min(0),
    column: z.int().min(0),
    down: z.int().min(-1).max(1),
    across: z.int().min(-1).max(1),
  }),
])
export type SheetQuery = z.infer<typeof sheetQuery>

export interface ShownCell {
  row: number
  column: number
  text: string
  kind: 'number' | 'text' | 'logical' | 'error'
  formula: boolean
  format?: CellFormat
  colour?: string
}

export interface SheetWindow {
  sheets: readonly string[]
  shown: number
  /** How far anything stands. */
  extent: { rows: number; columns: number }
  cells: readonly ShownCell[]
  widths: Readonly<Record<number, number>>
  heights: Readonly<Record<number, number>>
  frozen: { rows: number; columns: number }
  names: readonly { name: string; refers: string }[]
  undo: boolean
  redo: boolean
}

export interface CellSeen {
  address: string
  typed: string
  shown: string
  value: string
  kind: ShownCell['kind'] | 'empty'
  format: CellFormat
  /** The areas that a formula names, in the order in which it names them. */
  standsOn: readonly {
    name: string
    value: string
    sheet: number
    top: number
    left: number
    bottom: number
    right: number
  }[]
  /** Formulas that name this cell. */
  usedBy: readonly { name: string; formula: string }[]
}

export interface SelectionSeen {
  count: number
  numbers: number
  sum: string | null
  average: string | null
  /** As it goes to other programs: shown values, tabs between columns and line ends between rows. */
  text: string
  /** The block of filled cells round its first cell, and whether its first row is a heading. */
  list: { top: number; left: number; bottom: number; right: number }
  heading: boolean
}

/** What is asked for; null for what can’t be. */
export function view(
  state: SheetState,
  query: unknown,
): SheetWindow | CellSeen | SelectionSeen | FormulaHelp | CellPlace | null {
  const read = sheetQuery.safeParse(query)
  const sheet = state.workbook.sheets[state.shown]
  if (!read.success || !sheet) return null
  switch (read.data.kind) {
    case 'window':
      return windowOf(state, sheet, read.data)
    case 'cell':
      return cellSeen(state, sheet, read.data.row, read.data.column)
    case 'selection':
      return selectionSeen(sheet, read.data)
    case 'help':
      return formulaHelp(
        read.data.text,
        read.data.caret,
        state.workbook.names.map(({ name }) => name),
      )
    case 'edge':
      return edgeFrom(sheet, read.data)
  }
}

function kindOf(value: unknown): ShownCell['kind'] {
  if (typeof value === 'number') return 'number'
  if (typeof value === 'boolean') return 'logical'
  return isError(value) ? 'error' : 'text'
}

function windowOf(state: SheetState, sheet: Sheet, asked: z.infer<typeof bounds>): SheetWindow {
  const extent = extentOf(sheet)
  const looks = sheet.formats.extent
  const cells: ShownCell[] = []
  const add = (row: number, column: number): void => {
    const value = valueAt(sheet, row, column)
    const format = sheet.formats.at(row, column)
    if (value === null && !format) return
    const { text, colour } = formatted(value, format?.number ?? '') ?? { text: valueInWords(value), colour: undefined }
    const formula = sheet.inputs.at(row, column) instanceof Formula
    cells.push({
      row,
      column,
      text,
      kind: kindOf(value),
      formula,
      ...(format ? { format } : {}),
      ...(colour ? { colour } : {}),
    })
  }
  const lines = (from: number, count: number, frozen: number, most: number): number[] => {
    const kept = Array.from({ length: Math.min(frozen, from) }, (_, at) => at)
    return [...kept, ...Array.from({ length: Math.max(0, Math.min(count, most - from)) }, (_, at) => from + at)]
  }
  const rows = lines(asked.top, asked.rows, sheet.frozen.rows, Math.max(extent.rows, looks.rows))
  const columns = lines(asked.left, asked.columns, sheet.frozen.columns, Math.max(extent.columns, looks.columns))
  for (const row of rows) for (const column of columns) add(row, column)
  const { widths, heights, frozen } = sheet
  return {
    sheets: state.workbook.sheets.map(({ name }) => name),
    shown: state.shown,
    extent: { rows: Math.max(extent.rows, looks.rows), columns: Math.max(extent.columns, looks.columns) },
    cells,
    widths,
    heights,
    frozen,
    names: state.workbook.names.map(({ name, formula }) => ({ name, refers: formula.text.slice(1) })),
    undo: state.past.length > 0,
    redo: state.future.length > 0,
  }
}

const MOST_USERS = 12

function cellSeen(state: SheetState, sheet: Sheet, row: number, column: number): CellSeen {
  const { workbook, shown } = state
  const value = valueAt(sheet, row, column)
  const format = sheet.formats.at(row, column) ?? {}
  const input = sheet.inputs.at(row, column)
  const place = (on: number, name: string): string =>
    on === shown ? name : `${workbook.sheets[on]?.name ?? '?'} ${name}`
  const areas = input instanceof Formula ? precedentsOf(input.tree, shown, workbook).areas : []
  const usedBy: CellSeen['usedBy'][number][] = []
  for (const [on, other] of workbook.sheets.entries())
    for (const [atRow, atColumn, one] of other.inputs.entries()) {
      if (usedBy.length >= MOST_USERS || !(one instanceof Formula)) continue
      if (precedentsOf(one.tree, on, workbook).areas.some(area => isWithin(area, shown, row, column)))
        usedBy.push({ name: place(on, cellName(atRow, atColumn)), formula: one.text })
    }
  return {
    address: cellName(row, column),
    typed: asTyped(input, format.number),
    shown: formatted(value, format.number ?? '')?.text ?? valueInWords(value),
    value: value === null ? '' : isError(value) ? value.code : (formatted(value, '')?.text ?? ''),
    kind: value === null ? 'empty' : kindOf(value),
    format,
    standsOn: areas.map(area => {
      const single = area.top === area.bottom && area.left === area.right
      const held = workbook.sheets[area.sheet]
      const there = single && held ? valueAt(held, area.top, area.left) : null
      const number = held?.formats.at(area.top, area.left)?.number ?? ''
      return {
        ...area,
        name: place(area.sheet, areaName(area)),
        value: single ? (formatted(there, number)?.text ?? '') : '',
      }
    }),
    usedBy,
  }
}

function selectionSeen(
  sheet: Sheet,
  { top, left, bottom, right }: { top: number; left: number; bottom: number; right: number },
): SelectionSeen {
  let [count, numbers, sum] = [0, 0, 0]
  const add = (value: unknown): void => {
    if (value === null || value === undefined) return
    count += 1
    if (typeof value !== 'number') return
    numbers += 1
    sum += value
  }
  const area = { top, left, bottom, right }
  for (const [, , input] of sheet.inputs.entries(area)) if (!(input instanceof Formula)) add(input)
  for (const [row, column, value] of sheet.values.entries(area)) {
    const input = sheet.inputs.at(row, column)
    if (input === undefined || input instanceof Formula) add(value)
  }
  const text = (number: number): string => formatted(number, '')?.text ?? ''
  const list = listAround(sheet, top, left)
  return {
    count,
    numbers,
    sum: numbers > 0 ? text(sum) : null,
    average: numbers > 0 ? text(sum / numbers) : null,
    text: asText(sheet, area),
    list,
    heading: headed(sheet, list),
  }
}

const MOST_COPIED = 20_000

/** Shown values as lines of text; nothing where there are more than another program could want. */
function asText(
  sheet: Sheet,
  { top, left, bottom, right }: { top: number; left: number; bottom: number; right: number },
): string {
  const { rows, columns } = extentOf(sheet)
  const [last, end] = [Math.min(bottom, Math.max(top, rows - 1)), Math.min(right, Math.max(left, columns - 1))]
  if ((last - top + 1) * (end - left + 1) > MOST_COPIED) return ''
  const lines: string[] = []
  for (let row = top; row <= last; row += 1) {
    const cells: string[] = []
    for (let column = left; column <= end; column += 1) {
      const value = valueAt(sheet, row, column)
      const shown = formatted(value, sheet.formats.at(row, column)?.number ?? '')?.text ?? ''
      cells.push(/[\t\n"]/.test(shown) ? `"${shown.replaceAll('"', '""')}"` : shown)
    }
    lines.push(cells.join('\t'))
  }
  return lines.join('\n')
}
