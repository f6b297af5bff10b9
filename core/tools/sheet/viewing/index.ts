import { z } from 'zod'
import type { SheetOpGiven } from '../changes'
import { chartSeen } from '../charting'
import type { ChartSeen } from '../charting'
import { formulaHelp } from '../formula/completing'
import type { FormulaHelp } from '../formula/completing'
import type { SheetState } from '../state'
import { partNames } from '../workbook/tables'
import { edgeFrom } from '../surveying'
import type { CellPlace } from '../surveying'
import { cellSeen } from './cell'
import type { CellSeen } from './cell'
import { nextWith } from './find'
import { selectionSeen } from './selection'
import type { SelectionSeen } from './selection'
import { windowOf } from './window'
import type { SheetWindow } from './window'

export type { CellSeen } from './cell'
export type { SelectionSeen } from './selection'
export type { ShownCell } from './shown'
export type { SheetWindow } from './window'

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
  /** The next cell from one on in which a text stands, as it is shown or typed. */
  z.strictObject({ kind: z.literal('find'), row: z.int().min(0), column: z.int().min(0), text: z.string().max(1000) }),
  /** The charts of the sheet that is shown, with their points. */
  z.strictObject({ kind: z.literal('charts') }),
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

type On<Kind extends SheetQuery['kind']> = Extract<SheetQuery, { kind: Kind }>

/** What the screen does with a workbook. */
export interface SheetOnScreen {
  op: SheetOpGiven
  asks:
    | { query: On<'window'>; seen: SheetWindow }
    | { query: On<'cell'>; seen: CellSeen }
    | { query: On<'selection'>; seen: SelectionSeen }
    | { query: On<'find' | 'edge'>; seen: CellPlace }
    | { query: On<'charts'>; seen: readonly ChartSeen[] }
    | { query: On<'help'>; seen: FormulaHelp }
}

/** What is asked for; null for what can’t be. */
export function view(state: SheetState, query: unknown): SheetOnScreen['asks']['seen'] | null {
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
      return formulaHelp(read.data.text, read.data.caret, [
        ...state.workbook.names.map(({ name }) => name),
        ...partNames(state.workbook),
      ])
    case 'edge':
      return edgeFrom(sheet, read.data)
    case 'find':
      return nextWith(sheet, read.data)
    case 'charts':
      return sheet.features.charts.map(chart => chartSeen(state.workbook, state.shown, chart))
  }
}
