import { z } from 'zod'
import { cellAddress } from '../addresses'
import { link, note } from '../ops/remarks'
import { change, on, short } from './change'

export const cellNote = change(
  'cell.note',
  { ...on, cell: cellAddress, text: z.string().max(2000) },
  {
    made: (workbook, op) => note(workbook, op.sheet, op.cell, op.text),
    told: op =>
      op.text.trim() === '' ? `Took the note of ${op.sheet}, ${op.cell} away.` : `Noted on ${op.sheet}, ${op.cell}.`,
  },
)

export const cellLink = change(
  'cell.link',
  { ...on, cell: cellAddress, to: z.string().max(500) },
  {
    made: (workbook, op) => link(workbook, op.sheet, op.cell, op.to),
    told: op =>
      op.to.trim() === ''
        ? `Took the link of ${op.sheet}, ${op.cell} away.`
        : `Linked ${op.sheet}, ${op.cell} to ${short(op.to)}.`,
  },
)
