import { z } from 'zod'
import { areaAddress, cellAddress, sheetName } from '../addresses'
import { cellFormat } from '../formats/cell-format'
import { inputRule } from '../workbook/features/checked-input'
import { condition } from '../workbook/features/condition'
import { marking } from '../workbook/features/marking'
import { page } from '../workbook/features/page'
import { chartChange, newChart } from './charting'
import { subtotalWays } from './subtotals'
import type { SubtotalWay } from './subtotals'

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
  z.strictObject({ type: z.literal('rows.hide'), ...on, from: rowNumber, to: rowNumber }),
  z.strictObject({ type: z.literal('rows.show'), ...on, from: rowNumber, to: rowNumber }),
  z.strictObject({ type: z.literal('columns.hide'), ...on, from: columnLetters, to: columnLetters }),
  z.strictObject({ type: z.literal('columns.show'), ...on, from: columnLetters, to: columnLetters }),
  z.strictObject({
    type: z.literal('rows.filter'),
    ...on,
    area: areaAddress,
    column: columnLetters,
    when: condition.nullable(),
  }),
  z.strictObject({ type: z.literal('filter.again'), ...on }),
  z.strictObject({ type: z.literal('filter.remove'), ...on }),
  z.strictObject({
    type: z.literal('rows.unique'),
    ...on,
    area: areaAddress,
    by: z.array(columnLetters).min(1).max(60),
    heading: z.boolean().default(true),
  }),
  z.strictObject({
    type: z.literal('rows.subtotal'),
    ...on,
    area: areaAddress,
    by: columnLetters,
    of: z.array(columnLetters).min(1).max(60),
    how: z.enum(Object.keys(subtotalWays) as [SubtotalWay, ...SubtotalWay[]]).default('sum'),
  }),
  z.strictObject({ type: z.literal('rows.unsubtotal'), ...on, area: areaAddress }),
  z.strictObject({ type: z.literal('text.split'), ...on, area: areaAddress, at: z.string().min(1).max(10) }),
  z.strictObject({
    type: z.literal('cells.replace'),
    ...on,
    area: areaAddress,
    find: z.string().min(1).max(1000),
    by: z.string().max(1000),
    whole: z.boolean().default(false),
    exactly: z.boolean().default(false),
  }),
  z.strictObject({ type: z.literal('cells.merge'), ...on, area: areaAddress }),
  z.strictObject({ type: z.literal('cells.unmerge'), ...on, area: areaAddress }),
  z.strictObject({ type: z.literal('cell.note'), ...on, cell: cellAddress, text: z.string().max(2000) }),
  z.strictObject({ type: z.literal('cell.link'), ...on, cell: cellAddress, to: z.string().max(500) }),
  z.strictObject({
    type: z.literal('input.check'),
    ...on,
    area: areaAddress,
    rule: inputRule.nullable(),
    message: z.string().max(255).optional(),
  }),
  z.strictObject({ type: z.literal('cells.mark'), ...on, marking }),
  z.strictObject({ type: z.literal('cells.unmark'), ...on, area: areaAddress }),
  z.strictObject({ type: z.literal('chart.add'), ...on, chart: newChart }),
  z.strictObject({ type: z.literal('chart.change'), ...on, id: z.int().min(1), change: chartChange }),
  z.strictObject({ type: z.literal('chart.remove'), ...on, id: z.int().min(1) }),
  z.strictObject({ type: z.literal('table.make'), ...on, area: areaAddress, name }),
  z.strictObject({ type: z.literal('table.remove'), name }),
  z.strictObject({ type: z.literal('page.set'), ...on, change: page.partial() }),
  z.strictObject({ type: z.literal('sheet.lock'), ...on, locked: z.boolean() }),
  z.strictObject({ type: z.literal('input.seek'), ...on, cell: cellAddress, wanted: text, by: cellAddress }),
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
