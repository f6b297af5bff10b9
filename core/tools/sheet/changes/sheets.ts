import { z } from 'zod'
import { sheetName } from '../addresses'
import { lock } from '../ops/locking'
import { addSheet, moveSheet, removeSheet, renameSheet } from '../ops/naming'
import { setPage } from '../ops/printing'
import { page } from '../workbook/features/page'
import { change, on } from './change'

export const pageSet = change(
  'page.set',
  { ...on, change: page.partial() },
  {
    made: (workbook, op) => setPage(workbook, op.sheet, op.change),
    told: op => `Set ${Object.keys(op.change).join(', ') || 'nothing'} of how ${op.sheet} is printed.`,
  },
)

export const sheetLock = change(
  'sheet.lock',
  { ...on, locked: z.boolean() },
  {
    made: (workbook, op) => lock(workbook, op.sheet, op.locked),
    told: op => (op.locked ? `Locked ${op.sheet}.` : `Unlocked ${op.sheet}.`),
  },
)

export const sheetAdd = change(
  'sheet.add',
  { name: sheetName },
  {
    made: (workbook, op) => addSheet(workbook, op.name),
    told: op => `Added the sheet ${op.name}.`,
  },
)

export const sheetRename = change(
  'sheet.rename',
  { ...on, to: sheetName },
  {
    made: (workbook, op) => renameSheet(workbook, op.sheet, op.to),
    told: op => `Renamed the sheet ${op.sheet} to ${op.to}.`,
  },
)

export const sheetRemove = change(
  'sheet.remove',
  { ...on },
  {
    made: (workbook, op) => removeSheet(workbook, op.sheet),
    told: op => `Took the sheet ${op.sheet} away.`,
  },
)

export const sheetMove = change(
  'sheet.move',
  { ...on, to: z.int().min(0).max(100) },
  {
    made: (workbook, op) => moveSheet(workbook, op.sheet, op.to),
    told: op => `Moved the sheet ${op.sheet}.`,
  },
)
