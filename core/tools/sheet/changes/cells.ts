import { z } from 'zod'
import { areaAddress, cellAddress, sheetName } from '../addresses'
import { copy, fill, move } from '../ops/copying'
import { replace, split } from '../ops/lists'
import { typeIn } from '../ops/typing-in'
import { clear } from '../ops/writing'
import { change, counted, on, short, text } from './change'

export const cellWrite = change(
  'cell.write',
  { ...on, cell: cellAddress, text },
  {
    putsIn: true,
    made: (workbook, op) => typeIn(workbook, op.sheet, op.cell, [[op.text]]),
    told: op =>
      op.text === '' ? `Emptied ${op.sheet}, ${op.cell}.` : `Typed “${short(op.text)}” into ${op.sheet}, ${op.cell}.`,
  },
)

export const cellsWrite = change(
  'cells.write',
  { ...on, cell: cellAddress, rows: z.array(z.array(text.nullable()).max(16_384)).min(1).max(200_000) },
  {
    putsIn: true,
    made: (workbook, op) => typeIn(workbook, op.sheet, op.cell, op.rows),
    told: op => `Put ${counted(op.rows.length, 'row')} into ${op.sheet} from ${op.cell} on.`,
  },
)

export const cellsClear = change(
  'cells.clear',
  { ...on, area: areaAddress, what: z.enum(['contents', 'formats', 'all']).default('contents') },
  {
    made: (workbook, op) => clear(workbook, op.sheet, op.area, op.what),
    told: op => `Cleared ${op.what === 'all' ? 'contents and formats' : op.what} of ${op.sheet}, ${op.area}.`,
  },
)

export const cellsFill = change(
  'cells.fill',
  { ...on, from: areaAddress, to: areaAddress, how: z.enum(['copy', 'series']).default('copy') },
  {
    putsIn: true,
    made: (workbook, op) => fill(workbook, op.sheet, op.from, op.to, op.how === 'series'),
    told: op => `Continued ${op.from} over ${op.to} of ${op.sheet}${op.how === 'series' ? ' as a series' : ''}.`,
  },
)

export const cellsCopy = change(
  'cells.copy',
  {
    ...on,
    area: areaAddress,
    toSheet: sheetName,
    to: areaAddress,
    what: z.enum(['all', 'contents', 'values', 'formats']).default('all'),
  },
  {
    putsIn: true,
    made: (workbook, op) =>
      copy(workbook, { sheet: op.sheet, area: op.area }, { sheet: op.toSheet, area: op.to }, op.what),
    told: op => `Copied ${op.sheet}, ${op.area} to ${op.toSheet}, ${op.to}${op.what === 'all' ? '' : ` (${op.what})`}.`,
  },
)

export const cellsMove = change(
  'cells.move',
  { ...on, area: areaAddress, to: cellAddress },
  {
    made: (workbook, op) => move(workbook, op.sheet, op.area, op.to),
    told: op => `Moved ${op.area} of ${op.sheet} to ${op.to}.`,
  },
)

export const cellsReplace = change(
  'cells.replace',
  {
    ...on,
    area: areaAddress,
    find: z.string().min(1).max(1000),
    by: z.string().max(1000),
    whole: z.boolean().default(false),
    exactly: z.boolean().default(false),
  },
  {
    putsIn: true,
    made: (workbook, op) => {
      const { find, whole, exactly } = op
      return replace(workbook, op.sheet, op.area, { text: find, whole, exactly }, op.by)
    },
    told: op => `Put “${short(op.by)}” for “${short(op.find)}” in ${op.sheet}, ${op.area}.`,
  },
)

export const textSplit = change(
  'text.split',
  { ...on, area: areaAddress, at: z.string().min(1).max(10) },
  {
    putsIn: true,
    made: (workbook, op) => split(workbook, op.sheet, op.area, op.at),
    told: op => `Took the texts in ${op.sheet}, ${op.area} apart at “${op.at}”.`,
  },
)
