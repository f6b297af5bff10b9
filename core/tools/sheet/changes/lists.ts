import { z } from 'zod'
import { areaAddress } from '../addresses'
import { applyAgain, filter, unfilter } from '../ops/filtering'
import { unique } from '../ops/lists'
import { checkUnmerged } from '../ops/merging'
import { sort } from '../ops/sorting'
import { subtotal, subtotalWays, unsubtotal } from '../ops/subtotals'
import type { SubtotalWay } from '../ops/subtotals'
import { condition, conditionInWords } from '../workbook/features/condition'
import { change, columnLetters, on } from './change'

export const rowsSort = change(
  'rows.sort',
  {
    ...on,
    area: areaAddress,
    by: z
      .array(z.strictObject({ column: columnLetters, order: z.enum(['rising', 'falling']).default('rising') }))
      .min(1)
      .max(8),
    heading: z.boolean().default(true),
  },
  {
    made: (workbook, op) => {
      checkUnmerged(workbook, op.sheet, op.area, 'sorting')
      return sort(workbook, op.sheet, op.area, op.by, op.heading)
    },
    told: op =>
      `Sorted ${op.sheet}, ${op.area} by ${op.by.map(({ column, order }) => `${column} ${order}`).join(', then ')}.`,
  },
)

export const rowsFilter = change(
  'rows.filter',
  { ...on, area: areaAddress, column: columnLetters, when: condition.nullable() },
  {
    made: (workbook, op) => filter(workbook, op.sheet, op.area, op.column, op.when),
    told: op =>
      op.when
        ? `Filtered ${op.sheet}, ${op.area} by column ${op.column}: ${conditionInWords(op.when)}.`
        : `Took the filter of column ${op.column} of ${op.sheet} away.`,
  },
)

export const filterAgain = change(
  'filter.again',
  { ...on },
  {
    made: (workbook, op) => applyAgain(workbook, op.sheet),
    told: op => `Applied the filter of ${op.sheet} again.`,
  },
)

export const filterRemove = change(
  'filter.remove',
  { ...on },
  {
    made: (workbook, op) => unfilter(workbook, op.sheet),
    told: op => `Took the filter of ${op.sheet} away.`,
  },
)

export const rowsUnique = change(
  'rows.unique',
  { ...on, area: areaAddress, by: z.array(columnLetters).min(1).max(60), heading: z.boolean().default(true) },
  {
    made: (workbook, op) => {
      checkUnmerged(workbook, op.sheet, op.area, 'rows are taken out')
      return unique(workbook, op.sheet, op.area, op.by, op.heading)
    },
    told: op => `Took rows out of ${op.sheet}, ${op.area} that agree in ${op.by.join(', ')}.`,
  },
)

export const rowsSubtotal = change(
  'rows.subtotal',
  {
    ...on,
    area: areaAddress,
    by: columnLetters,
    of: z.array(columnLetters).min(1).max(60),
    how: z.enum(Object.keys(subtotalWays) as [SubtotalWay, ...SubtotalWay[]]).default('sum'),
  },
  {
    made: (workbook, op) => subtotal(workbook, op.sheet, op),
    told: op => `Put subtotals of ${op.of.join(', ')} by ${op.by} into ${op.sheet}, ${op.area}.`,
  },
)

export const rowsUnsubtotal = change(
  'rows.unsubtotal',
  { ...on, area: areaAddress },
  {
    made: (workbook, op) => unsubtotal(workbook, op.sheet, op.area),
    told: op => `Took the subtotals out of ${op.sheet}, ${op.area}.`,
  },
)
