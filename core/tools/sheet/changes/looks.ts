import { z } from 'zod'
import { areaAddress } from '../addresses'
import { cellFormat } from '../formats/cell-format'
import { decimals, format, freeze } from '../ops/looks'
import { merge, unmerge } from '../ops/merging'
import { change, counted, on } from './change'

const formatChange = z.strictObject(
  Object.fromEntries(Object.entries(cellFormat.shape).map(([key, schema]) => [key, schema.nullable()])) as {
    [Key in keyof typeof cellFormat.shape]: z.ZodNullable<(typeof cellFormat.shape)[Key]>
  },
)

export const cellsFormat = change(
  'cells.format',
  { ...on, area: areaAddress, format: formatChange },
  {
    made: (workbook, op) => format(workbook, op.sheet, op.area, op.format),
    told: op => `Set ${Object.keys(op.format).join(', ') || 'nothing'} of ${op.sheet}, ${op.area}.`,
  },
)

export const cellsDecimals = change(
  'cells.decimals',
  { ...on, area: areaAddress, by: z.union([z.literal(1), z.literal(-1)]) },
  {
    made: (workbook, op) => decimals(workbook, op.sheet, op.area, op.by),
    told: op => `Showed a decimal place ${op.by > 0 ? 'more' : 'less'} in ${op.sheet}, ${op.area}.`,
  },
)

export const cellsMerge = change(
  'cells.merge',
  { ...on, area: areaAddress },
  {
    made: (workbook, op) => merge(workbook, op.sheet, op.area),
    told: op => `Made one cell of ${op.sheet}, ${op.area}.`,
  },
)

export const cellsUnmerge = change(
  'cells.unmerge',
  { ...on, area: areaAddress },
  {
    made: (workbook, op) => unmerge(workbook, op.sheet, op.area),
    told: op => `Made ${op.sheet}, ${op.area} single cells again.`,
  },
)

export const panesFreeze = change(
  'panes.freeze',
  { ...on, rows: z.int().min(0).max(50), columns: z.int().min(0).max(20) },
  {
    made: (workbook, op) => freeze(workbook, op.sheet, op.rows, op.columns),
    told: op => `Kept ${counted(op.rows, 'row')} and ${counted(op.columns, 'column')} of ${op.sheet} in sight.`,
  },
)
