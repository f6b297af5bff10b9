import { stringify } from 'yaml'
import { readDay } from '../formula/dates'
import { columnName } from '../formula/references'
import { shownAt } from '../showing'
import { Formula } from '../workbook/formula'
import { extentOf } from '../workbook/workbook'
import type { Sheet } from '../workbook/workbook'
import { UnreadableFile } from './archive'
import { setupOf } from './content'
import { readOds } from './ods/reading'
import { readXlsx } from './xlsx/reading'

export interface OpenedSheet {
  name: string
  rows: number
  columns: number
  formulas: number
  charts: number
  /** Rules for what cells take, and marks by rule. */
  rules: number
  tables: readonly string[]
  /** The letters over its first columns, and what its first rows show. */
  letters: readonly string[]
  first: readonly (readonly string[])[]
}

/** A workbook of another program as it is here. */
export interface OpenedWorkbook {
  sheets: readonly OpenedSheet[]
  names: readonly { name: string; refers: string }[]
  /** What of it has no place here, in words. */
  lost: readonly string[]
  /** The setup of a task that begins with it, as YAML. */
  setup: string
}

const SHOWN = { rows: 12, columns: 10 }

/**
 * Opens a workbook by its bytes and the name of its file, .xlsx or .ods. `today`: the day that TODAY gives, such as
 * 2027-03-01. Throws an UnreadableFile for what can’t be read.
 */
export async function openWorkbook(bytes: Uint8Array, file: string, today: string): Promise<OpenedWorkbook> {
  const serial = readDay(today)
  if (serial === null) throw new UnreadableFile(`“${today}” is no day: write it as 2027-03-01.`)
  const ending = /\.[^.]+$/.exec(file)?.[0]?.toLowerCase() ?? ''
  if (ending !== '.xlsx' && ending !== '.ods')
    throw new UnreadableFile(`${file || 'This'} is no workbook that is read here: those end with .xlsx or .ods.`)
  const { workbook, lost } = ending === '.ods' ? readOds(bytes, serial) : await readXlsx(bytes, serial)
  return {
    sheets: workbook.sheets.map(openedSheet),
    names: workbook.names.map(({ name, formula }) => ({ name, refers: formula.text })),
    lost,
    setup: stringify({ setup: setupOf(workbook, today) }, { lineWidth: 0, defaultStringType: 'PLAIN' }),
  }
}

function openedSheet(sheet: Sheet): OpenedSheet {
  const { rows, columns } = extentOf(sheet)
  const { charts, inputs, markings, tables } = sheet.features
  const across = Array.from({ length: Math.min(SHOWN.columns, columns) }, (_, column) => column)
  let formulas = 0
  for (const [, , input] of sheet.inputs.entries()) if (input instanceof Formula) formulas += 1
  return {
    name: sheet.name,
    rows,
    columns,
    formulas,
    charts: charts.length,
    rules: inputs.length + markings.length,
    tables: tables.map(({ name }) => name),
    letters: across.map(columnName),
    first: Array.from({ length: Math.min(SHOWN.rows, rows) }, (_, row) =>
      across.map(column => shownAt(sheet, row, column)),
    ),
  }
}
