import { z } from 'zod'
import type { Applied } from '../../tool'
import { areaAddress, cellAddress, sheetName } from '../addresses'
import { columnNumber } from '../formula/references'
import { cellFormat } from '../formats/cell-format'
import { changedTo, redone, undone } from '../history'
import type { SheetState } from '../state'
import { sheetNumber } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { copy, fill, move } from './copying'
import { decimals, format, freeze, size } from './looks'
import { addSheet, define, forget, moveSheet, removeSheet, renameSheet } from './naming'
import { Refusal } from './refusal'
import { sort } from './sorting'
import { insert, remove } from './structure'
import { clear, write } from './writing'

const text = z.string().max(33_000)
const columnLetters = z.string().regex(/^[A-Z]{1,3}$/)
const rowNumber = z.int().min(1).max(1_048_576)
const count = z.int().min(1).max(10_000)
const name = z.string().min(1).max(100)
const on = { sheet: sheetName }

const formatChange = z.strictObject(
  Object.fromEntries(Object.entries(cellFormat.shape).map(([key, schema]) => [key, schema.nullable()])) as {
    [Key in keyof typeof cellFormat.shape]: z.ZodNullable<(typeof cellFormat.shape)[Key]>
  },
)

/** One operation on a workbook. Sheets go by their names, cells and areas by their addresses. */
export const sheetOp = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('cell.write'), ...on, cell: cellAddress, text }),
  z.strictObject({
    type: z.literal('cells.write'),
    ...on,
    cell: cellAddress,
    rows: z.array(z.array(text.nullable()).max(16_384)).min(1).max(200_000),
  }),
  z.strictObject({
    type: z.literal('cells.clear'),
    ...on,
    area: areaAddress,
    what: z.enum(['contents', 'formats', 'all']).default('contents'),
  }),
  z.strictObject({
    type: z.literal('cells.fill'),
    ...on,
    from: areaAddress,
    to: areaAddress,
    how: z.enum(['copy', 'series']).default('copy'),
  }),
  z.strictObject({
    type: z.literal('cells.copy'),
    ...on,
    area: areaAddress,
    toSheet: sheetName,
    to: areaAddress,
    what: z.enum(['all', 'contents', 'values', 'formats']).default('all'),
  }),
  z.strictObject({ type: z.literal('cells.move'), ...on, area: areaAddress, to: cellAddress }),
  z.strictObject({ type: z.literal('cells.format'), ...on, area: areaAddress, format: formatChange }),
  z.strictObject({
    type: z.literal('cells.decimals'),
    ...on,
    area: areaAddress,
    by: z.union([z.literal(1), z.literal(-1)]),
  }),
  z.strictObject({ type: z.literal('rows.insert'), ...on, at: rowNumber, count: count.default(1) }),
  z.strictObject({ type: z.literal('rows.delete'), ...on, at: rowNumber, count: count.default(1) }),
  z.strictObject({ type: z.literal('columns.insert'), ...on, at: columnLetters, count: count.default(1) }),
  z.strictObject({ type: z.literal('columns.delete'), ...on, at: columnLetters, count: count.default(1) }),
  z.strictObject({
    type: z.literal('rows.size'),
    ...on,
    from: rowNumber,
    to: rowNumber,
    pixels: z.int().min(16).max(400).nullable(),
  }),
  z.strictObject({
    type: z.literal('columns.size'),
    ...on,
    from: columnLetters,
    to: columnLetters,
    pixels: z.int().min(20).max(800).nullable(),
  }),
  z.strictObject({
    type: z.literal('rows.sort'),
    ...on,
    area: areaAddress,
    by: z
      .array(z.strictObject({ column: columnLetters, order: z.enum(['rising', 'falling']).default('rising') }))
      .min(1)
      .max(8),
    heading: z.boolean().default(true),
  }),
  z.strictObject({
    type: z.literal('panes.freeze'),
    ...on,
    rows: z.int().min(0).max(50),
    columns: z.int().min(0).max(20),
  }),
  z.strictObject({ type: z.literal('name.define'), name, refers: z.string().min(1).max(8192) }),
  z.strictObject({ type: z.literal('name.remove'), name }),
  z.strictObject({ type: z.literal('sheet.add'), name: sheetName }),
  z.strictObject({ type: z.literal('sheet.rename'), ...on, to: sheetName }),
  z.strictObject({ type: z.literal('sheet.remove'), ...on }),
  z.strictObject({ type: z.literal('sheet.move'), ...on, to: z.int().min(0).max(100) }),
  z.strictObject({ type: z.literal('sheet.show'), ...on }),
  z.strictObject({ type: z.literal('undo') }),
  z.strictObject({ type: z.literal('redo') }),
])
export type SheetOp = z.infer<typeof sheetOp>

type Change = Exclude<SheetOp, { type: 'undo' | 'redo' | 'sheet.show' }>

export function apply(state: SheetState, op: SheetOp): Applied<SheetState> {
  switch (op.type) {
    case 'sheet.show': {
      const place = sheetNumber(state.workbook, op.sheet)
      return place < 0
        ? { ok: false, refusal: `There is no sheet “${op.sheet}” here.` }
        : { ok: true, state: { ...state, shown: place } }
    }
    case 'undo': {
      const before = undone(state)
      return before ? { ok: true, state: before } : { ok: false, refusal: 'There is nothing to undo.' }
    }
    case 'redo': {
      const after = redone(state)
      return after ? { ok: true, state: after } : { ok: false, refusal: 'There is nothing to do again.' }
    }
    default:
      return change(state, op)
  }
}

function change(state: SheetState, op: Change): Applied<SheetState> {
  try {
    const next = changed(state.workbook, op)
    const workbook = next === state.workbook ? next : state.calculator.changed(state.workbook, next)
    const after = changedTo(state, workbook)
    return { ok: true, state: op.type === 'sheet.add' ? { ...after, shown: workbook.sheets.length - 1 } : after }
  } catch (refusal) {
    if (!(refusal instanceof Refusal)) throw refusal
    return { ok: false, refusal: refusal.message }
  }
}

/** The workbook with the change made, not yet worked out. Throws a Refusal. */
function changed(workbook: Workbook, op: Change): Workbook {
  switch (op.type) {
    case 'cell.write':
      return write(workbook, op.sheet, op.cell, [[op.text]])
    case 'cells.write':
      return write(workbook, op.sheet, op.cell, op.rows)
    case 'cells.clear':
      return clear(workbook, op.sheet, op.area, op.what)
    case 'cells.fill':
      return fill(workbook, op.sheet, op.from, op.to, op.how === 'series')
    case 'cells.copy':
      return copy(workbook, { sheet: op.sheet, area: op.area }, { sheet: op.toSheet, area: op.to }, op.what)
    case 'cells.move':
      return move(workbook, op.sheet, op.area, op.to)
    case 'cells.format':
      return format(workbook, op.sheet, op.area, op.format)
    case 'cells.decimals':
      return decimals(workbook, op.sheet, op.area, op.by)
    case 'rows.insert':
      return insert(workbook, op.sheet, 'rows', op.at - 1, op.count)
    case 'rows.delete':
      return remove(workbook, op.sheet, 'rows', op.at - 1, op.count)
    case 'columns.insert':
      return insert(workbook, op.sheet, 'columns', columnNumber(op.at), op.count)
    case 'columns.delete':
      return remove(workbook, op.sheet, 'columns', columnNumber(op.at), op.count)
    case 'rows.size':
      return size(workbook, op.sheet, 'rows', String(op.from), String(op.to), op.pixels)
    case 'columns.size':
      return size(workbook, op.sheet, 'columns', op.from, op.to, op.pixels)
    case 'rows.sort':
      return sort(workbook, op.sheet, op.area, op.by, op.heading)
    case 'panes.freeze':
      return freeze(workbook, op.sheet, op.rows, op.columns)
    case 'name.define':
      return define(workbook, op.name, op.refers)
    case 'name.remove':
      return forget(workbook, op.name)
    case 'sheet.add':
      return addSheet(workbook, op.name)
    case 'sheet.rename':
      return renameSheet(workbook, op.sheet, op.to)
    case 'sheet.remove':
      return removeSheet(workbook, op.sheet)
    case 'sheet.move':
      return moveSheet(workbook, op.sheet, op.to)
  }
}

/** Going from sheet to sheet changes nothing. */
export function effect(op: SheetOp): 'look' | 'change' {
  return op.type === 'sheet.show' ? 'look' : 'change'
}
