import { z } from 'zod'
import { areaAddress, cellAddress } from '../addresses'
import { checkInput, mark, unmark } from '../ops/rules'
import { seek } from '../ops/seeking'
import { inputRule } from '../workbook/features/checked-input'
import { marking } from '../workbook/features/marking'
import { change, on, short, text } from './change'

export const inputCheck = change(
  'input.check',
  { ...on, area: areaAddress, rule: inputRule.nullable(), message: z.string().max(255).optional() },
  {
    made: (workbook, op) => checkInput(workbook, op.sheet, op.area, op.rule, op.message),
    told: op => (op.rule ? `Said what ${op.sheet}, ${op.area} takes.` : `Let ${op.sheet}, ${op.area} take anything.`),
  },
)

export const cellsMark = change(
  'cells.mark',
  { ...on, marking },
  {
    made: (workbook, op) => mark(workbook, op.sheet, op.marking),
    told: op => `Let cells of ${op.sheet}, ${op.marking.area} stand out by rule.`,
  },
)

export const cellsUnmark = change(
  'cells.unmark',
  { ...on, area: areaAddress },
  {
    made: (workbook, op) => unmark(workbook, op.sheet, op.area),
    told: op => `Took the marks by rule from ${op.sheet}, ${op.area}.`,
  },
)

export const inputSeek = change(
  'input.seek',
  { ...on, cell: cellAddress, wanted: text, by: cellAddress },
  {
    putsIn: true,
    made: (workbook, op) => seek(workbook, op.sheet, op.cell, op.wanted, op.by),
    told: op => `Sought the number in ${op.by} that makes ${op.cell} ${short(op.wanted)}.`,
  },
)
