import { z } from 'zod'
import { columnNumber } from '../formula/references'
import { hide } from '../ops/lines'
import { size } from '../ops/looks'
import { insert, remove } from '../ops/structure'
import { change, columnLetters, count, counted, on, rowNumber } from './change'

export const rowsInsert = change(
  'rows.insert',
  { ...on, at: rowNumber, count: count.default(1) },
  {
    made: (workbook, op) => insert(workbook, op.sheet, 'rows', op.at - 1, op.count),
    told: op => `Inserted ${counted(op.count, 'row')} in ${op.sheet} before row ${op.at}.`,
  },
)

export const rowsDelete = change(
  'rows.delete',
  { ...on, at: rowNumber, count: count.default(1) },
  {
    made: (workbook, op) => remove(workbook, op.sheet, 'rows', op.at - 1, op.count),
    told: op => `Deleted ${counted(op.count, 'row')} of ${op.sheet} from row ${op.at} on.`,
  },
)

export const columnsInsert = change(
  'columns.insert',
  { ...on, at: columnLetters, count: count.default(1) },
  {
    made: (workbook, op) => insert(workbook, op.sheet, 'columns', columnNumber(op.at), op.count),
    told: op => `Inserted ${counted(op.count, 'column')} in ${op.sheet} before ${op.at}.`,
  },
)

export const columnsDelete = change(
  'columns.delete',
  { ...on, at: columnLetters, count: count.default(1) },
  {
    made: (workbook, op) => remove(workbook, op.sheet, 'columns', columnNumber(op.at), op.count),
    told: op => `Deleted ${counted(op.count, 'column')} of ${op.sheet} from ${op.at} on.`,
  },
)

export const rowsSize = change(
  'rows.size',
  { ...on, from: rowNumber, to: rowNumber, pixels: z.int().min(16).max(400).nullable() },
  {
    made: (workbook, op) => size(workbook, op.sheet, 'rows', String(op.from), String(op.to), op.pixels),
    told: op => `Set the height of rows ${op.from} to ${op.to} of ${op.sheet}.`,
  },
)

export const columnsSize = change(
  'columns.size',
  { ...on, from: columnLetters, to: columnLetters, pixels: z.int().min(20).max(800).nullable() },
  {
    made: (workbook, op) => size(workbook, op.sheet, 'columns', op.from, op.to, op.pixels),
    told: op => `Set the width of columns ${op.from} to ${op.to} of ${op.sheet}.`,
  },
)

export const rowsHide = change(
  'rows.hide',
  { ...on, from: rowNumber, to: rowNumber },
  {
    made: (workbook, op) => hide(workbook, op.sheet, 'rows', String(op.from), String(op.to), true),
    told: op => `Hid rows ${op.from} to ${op.to} of ${op.sheet}.`,
  },
)

export const rowsShow = change(
  'rows.show',
  { ...on, from: rowNumber, to: rowNumber },
  {
    made: (workbook, op) => hide(workbook, op.sheet, 'rows', String(op.from), String(op.to), false),
    told: op => `Showed the hidden rows among ${op.from} to ${op.to} of ${op.sheet}.`,
  },
)

export const columnsHide = change(
  'columns.hide',
  { ...on, from: columnLetters, to: columnLetters },
  {
    made: (workbook, op) => hide(workbook, op.sheet, 'columns', op.from, op.to, true),
    told: op => `Hid columns ${op.from} to ${op.to} of ${op.sheet}.`,
  },
)

export const columnsShow = change(
  'columns.show',
  { ...on, from: columnLetters, to: columnLetters },
  {
    made: (workbook, op) => hide(workbook, op.sheet, 'columns', op.from, op.to, false),
    told: op => `Showed the hidden columns among ${op.from} to ${op.to} of ${op.sheet}.`,
  },
)
