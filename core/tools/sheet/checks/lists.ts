import { z } from 'zod'
import type { Finding } from '../../tool'
import { placeAddress } from '../addresses'
import { surroundingsOf } from '../calculation/peeking'
import { areaName, blocksOverlap } from '../formula/references'
import { aggregations, summarised } from '../formula/functions/summaries'
import { matrixOfArea } from '../formula/surroundings'
import { isError } from '../formula/values'
import type { Scalar } from '../formula/values'
import { counted } from '../changes/change'
import { copiedTo } from '../rules/testing'
import type { SheetState } from '../state'
import { valueInWords } from '../typing'
import { hiddenRows } from '../workbook/hidden'
import { placeIn } from '../workbook/places'
import { tablesOn } from '../workbook/tables'
import { Formula } from '../workbook/formula'
import { isWithin, valuesIn } from '../workbook/workbook'
import type { Sheet } from '../workbook/workbook'
import { expectedOn, groundsOf, spoiltAmong, spoiltInWords } from './given'
import { finding } from './places'
import type { SheetContext } from './places'
import { same } from './values'

/** Of a list, exactly the rows are shown for which a formula is true; it is written for the first of them. */
export const filteredCheck = z.strictObject({
  kind: z.literal('filtered'),
  /** Without the heading. */
  at: placeAddress,
  where: z.string().startsWith('='),
})
export type FilteredCheck = z.infer<typeof filteredCheck>

/** A list is a table: it grows, and has a name. */
export const tableCheck = z.strictObject({
  kind: z.literal('table'),
  /** With its heading, as it is once all of it has grown. */
  at: placeAddress,
  name: z.string().optional(),
})
export type TableCheck = z.infer<typeof tableCheck>

/** A table somewhere that sums a list up by its fields, and follows it: by whatever formulas. */
export const summaryCheck = z.strictObject({
  kind: z.literal('summary'),
  /** The list, with its heading. */
  from: placeAddress,
  rows: z.string(),
  columns: z.string().default(''),
  values: z.string(),
  how: z.enum(aggregations).default('sum'),
})
export type SummaryCheck = z.infer<typeof summaryCheck>

export function judgeTable({ workbook }: SheetState, { at, name }: TableCheck): Finding {
  const area = placeIn(workbook, at)
  const sheet = area && workbook.sheets[area.sheet]
  const expected = `${at.replace('!', ' ')} is a table${name === undefined ? '' : ` with the name ${name}`}.`
  if (!area || !sheet) return finding(false, expected, 'There is no such sheet.', 'sheet-missing')
  const tables = tablesOn(sheet)
  const found = tables.find(table => areaName(table) === areaName(area))
  if (!found) {
    const other = tables.find(table => blocksOverlap(table, area))
    const told = other ? `The table ${other.name} is ${areaName(other)}.` : 'No table lies there.'
    return finding(false, expected, told, other ? 'table-covers-other' : 'table-missing')
  }
  const met = name === undefined || found.name.toLowerCase() === name.toLowerCase()
  return finding(met, expected, `It is the table ${found.name}.`, 'wrong-name')
}

export function judgeFiltered(state: SheetState, check: FilteredCheck, context: SheetContext): Finding {
  const { workbook } = state
  const area = placeIn(workbook, check.at)
  const sheet = area && workbook.sheets[area.sheet]
  const expected = `Of ${check.at.replace('!', ' ')} only the rows where ${check.where.slice(1)}.`
  if (!area || !sheet) return finding(false, expected, 'There is no such sheet.', 'sheet-missing')
  const grounds = groundsOf(state, context, area)
  const before = context.start.workbook.sheets.find(({ id }) => id === sheet.id)
  const hidden = hiddenRows(sheet)
  let [wanted, wrongly, missing] = [0, 0, 0]
  for (let row = area.top; row <= area.bottom; row += 1) {
    const where = copiedTo(area, check.where, row, area.left)
    const { value, spoilt } = expectedOn(grounds, where, area.sheet, row, area.left)
    if (spoilt) return finding(false, expected, `${spoiltInWords(workbook, spoilt)}.`, 'input-changed')
    const right = value === true
    const shown = !hidden.has(row)
    if (right) wanted += 1
    if (shown && !right) wrongly += 1
    if (!shown && right) missing += 1
  }
  const gone = before && area.bottom < before.inputs.extent.rows && sheet.inputs.extent.rows < before.inputs.extent.rows
  if (gone) return finding(false, expected, 'Rows of the list have been taken out, not only hidden.', 'rows-gone')
  if (wrongly + missing === 0) return finding(true, expected, `${counted(wanted, 'row')} shown.`, '')
  const parts = [
    wrongly > 0 ? `${counted(wrongly, 'row')} shown that should be hidden` : '',
    missing > 0 ? `${counted(missing, 'row')} hidden that should be shown` : '',
  ]
  const fault = hidden.size === 0 ? 'not-filtered' : 'wrong-rows'
  return finding(false, expected, `${parts.filter(Boolean).join(', ')}.`, fault)
}

interface Held {
  row: number
  column: number
  value: Scalar
}

const AS_SHOWN = { within: 0.000_001, exactly: false }

/** All that stands on a sheet, row after row. */
const cellsOf = (sheet: Sheet): Held[] =>
  [...valuesIn(sheet)]
    .map(([row, column, value]): Held => ({ row, column, value }))
    .sort((one, other) => one.row - other.row || one.column - other.column)

const isFormula = (sheet: Sheet, { row, column }: { row: number; column: number }): boolean =>
  sheet.inputs.at(row, column) instanceof Formula || sheet.inputs.at(row, column) === undefined

/** A figure that a summary must have, with what stands before it and above it. */
interface Wanted {
  row: Scalar
  column: Scalar
  figure: Scalar
}

/** How many of the figures stand among cells, each with its labels; how many are typed in; and the first missing. */
function figuresAmong(sheet: Sheet, held: readonly Held[], wanted: readonly Wanted[]) {
  const labelled = (label: Scalar): Held[] => held.filter(({ value }) => same(value, label, AS_SHOWN))
  let [right, written, first] = [0, 0, '']
  for (const { row, column, figure } of wanted) {
    const lines = labelled(row)
    const heads = column === null ? null : labelled(column)
    const at = held.find(
      cell =>
        same(cell.value, figure, AS_SHOWN) &&
        lines.some(line => line.row === cell.row && line.column < cell.column) &&
        (heads?.some(head => head.column === cell.column && head.row < cell.row) ?? true),
    )
    if (at) {
      right += 1
      if (!isFormula(sheet, at)) written += 1
    } else first ||= `${valueInWords(row)}${column === null ? '' : ` and ${valueInWords(column)}`}`
  }
  return { right, written, first }
}

export function judgeSummary(state: SheetState, check: SummaryCheck, context: SheetContext): Finding {
  const { workbook } = state
  const { rows, columns, values, how } = check
  const by = columns === '' ? rows : `${rows} and ${columns}`
  const expected = `A table with the ${how} of ${values} by ${by}, which follows the list.`
  const area = placeIn(workbook, check.from)
  if (!area) return finding(false, expected, 'There is no such sheet.', 'sheet-missing')
  const spoilt = spoiltAmong(groundsOf(state, context, area), [area])
  if (spoilt) return finding(false, expected, `${spoiltInWords(workbook, spoilt)}.`, 'input-changed')
  const list = matrixOfArea(area, surroundingsOf(workbook, area.sheet, area.top, area.left))
  const summary = summarised(list, { rows, columns, values, how })
  if (isError(summary)) return finding(false, expected, 'The list has no such heading any more.', 'list-changed')
  const wanted = summary.rows.flatMap(row =>
    (summary.columns.length > 0 ? summary.columns : [null]).flatMap(column => {
      const figure = summary.figure(row, column)
      return figure === null ? [] : [{ row, column, figure }]
    }),
  )
  let [most, found, typed] = [0, `No table of ${values} by ${by}.`, false]
  for (const [place, sheet] of workbook.sheets.entries()) {
    const beside = cellsOf(sheet).filter(({ row, column }) => !isWithin(area, place, row, column))
    const { right, written, first } = figuresAmong(sheet, beside, wanted)
    if (right > most) {
      most = right
      typed = right === wanted.length && written > 0
      found = typed
        ? 'The figures are typed in: they stay as they are when the list changes.'
        : `On ${sheet.name} ${right} of ${wanted.length} figures${first ? `; none for ${first}` : ''}.`
    }
  }
  if (wanted.length > 0 && most === wanted.length && !typed) return finding(true, expected, expected, '')
  const share = typed ? 0 : most / Math.max(1, wanted.length)
  return {
    met: false,
    share: share === 1 ? 0 : share,
    expected,
    found,
    fault: typed ? 'typed-value' : most === 0 ? 'summary-missing' : 'summary-incomplete',
  }
}
