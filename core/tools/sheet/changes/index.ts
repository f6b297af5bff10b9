import { z } from 'zod'
import { sheetName } from '../addresses'
import { cellWrite, cellsClear, cellsCopy, cellsFill, cellsMove, cellsReplace, cellsWrite, textSplit } from './cells'
import { chartAdd, chartChange, chartRemove } from './charts'
import {
  columnsDelete,
  columnsHide,
  columnsInsert,
  columnsShow,
  columnsSize,
  rowsDelete,
  rowsHide,
  rowsInsert,
  rowsShow,
  rowsSize,
} from './lines'
import { filterAgain, filterRemove, rowsFilter, rowsSort, rowsSubtotal, rowsUnique, rowsUnsubtotal } from './lists'
import { cellsDecimals, cellsFormat, cellsMerge, cellsUnmerge, panesFreeze } from './looks'
import { nameDefine, nameRemove, tableMake, tableRemove } from './names'
import { cellLink, cellNote } from './remarks'
import { cellsMark, cellsUnmark, inputCheck, inputSeek } from './rules'
import { pageSet, sheetAdd, sheetLock, sheetMove, sheetRemove, sheetRename } from './sheets'
import type { Change } from './change'

/** Every operation that changes a workbook, one line each. */
export const changes = [
  cellWrite,
  cellsWrite,
  cellsClear,
  cellsFill,
  cellsCopy,
  cellsMove,
  cellsFormat,
  cellsDecimals,
  rowsInsert,
  rowsDelete,
  columnsInsert,
  columnsDelete,
  rowsSize,
  columnsSize,
  rowsSort,
  panesFreeze,
  rowsHide,
  rowsShow,
  columnsHide,
  columnsShow,
  rowsFilter,
  filterAgain,
  filterRemove,
  rowsUnique,
  rowsSubtotal,
  rowsUnsubtotal,
  textSplit,
  cellsReplace,
  cellsMerge,
  cellsUnmerge,
  cellNote,
  cellLink,
  inputCheck,
  cellsMark,
  cellsUnmark,
  chartAdd,
  chartChange,
  chartRemove,
  tableMake,
  tableRemove,
  pageSet,
  sheetLock,
  inputSeek,
  nameDefine,
  nameRemove,
  sheetAdd,
  sheetRename,
  sheetRemove,
  sheetMove,
] as const

type ChangeSchema = (typeof changes)[number]['schema']

/** What looks around or goes back and forth: it changes nothing by itself. */
const around = [
  z.strictObject({ type: z.literal('sheet.show'), sheet: sheetName }),
  z.strictObject({ type: z.literal('undo') }),
  z.strictObject({ type: z.literal('redo') }),
] as const

/** One operation on a workbook. Sheets go by their names, cells and areas by their addresses. */
export const sheetOp = z.discriminatedUnion('type', [
  ...(changes.map(({ schema }) => schema) as unknown as [ChangeSchema, ...ChangeSchema[]]),
  ...around,
])
export type SheetOp = z.infer<typeof sheetOp>
/** The same as it is given: what usually holds may be left out. */
export type SheetOpGiven = z.input<typeof sheetOp>
export type ChangeOp = z.infer<ChangeSchema>

const byType: ReadonlyMap<string, Change> = new Map(changes.map(one => [one.type, one as unknown as Change]))

/** What an operation of a change is; undefined for one that looks around. */
export const changeOf = ({ type }: SheetOp): Change | undefined => byType.get(type)
