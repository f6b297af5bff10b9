import type { Random } from '../tool'
import type { SheetCheck } from './checks'
import type { ChartCheck } from './checks/charts'
import type { SummaryCheck } from './checks/lists'
import type { PageCheck } from './checks/pages'
import { areaName, cellName } from './formula/references'
import type { SheetOp } from './changes'
import type { SheetState } from './state'
import { chartKind } from './workbook/features/chart'
import type { ChartKind } from './workbook/features/chart'
import { Formula } from './workbook/formula'
import { placeIn } from './workbook/places'
import { tablesOn } from './workbook/tables'
import { sheetNumber } from './workbook/workbook'
import type { Sheet, Workbook } from './workbook/workbook'

interface Spoiled {
  change: string
  op: SheetOp
}

/** What a check is about, where that is there: its sheet, and one of its cells. */
interface About {
  workbook: Workbook
  sheet: Sheet | null
  at: { sheet: string; cell: string } | null
}

type Kind = SheetCheck['kind']
type Spoiling = { [One in Kind]?: (check: Extract<SheetCheck, { kind: One }>, about: About) => Spoiled | null }

/** How what each kind of check asks for is undone, where it isn’t about values. */
const spoilings: Spoiling = {
  format: (_, { at }) =>
    at && spoil('a format taken away', { type: 'cells.clear', sheet: at.sheet, area: at.cell, what: 'formats' }),
  sorted: (_, { at }) => at && spoil('a cell of a row changed', { type: 'cell.write', ...at, text: 'another' }),
  frozen: ({ sheet, rows }) =>
    spoil('a row more in sight', { type: 'panes.freeze', sheet, rows: rows + 1, columns: 0 }),
  name: ({ name }) => spoil('a name for another cell', { type: 'name.define', name, refers: '=Z99' }),
  sheets: () => spoil('a sheet too many', { type: 'sheet.add', name: 'One more' }),
  filtered: (_, { sheet }) =>
    sheet?.features.filter ? spoil('the filter taken away', { type: 'filter.remove', sheet: sheet.name }) : null,
  accepts: (_, { at }) =>
    at && spoil('a cell that takes anything', { type: 'input.check', sheet: at.sheet, area: at.cell, rule: null }),
  marked: withoutMarks,
  scaled: withoutMarks,
  chart: (check, { workbook }) => otherChart(check, workbook),
  summary: (check, { workbook }) => withoutTable(check, workbook),
  page: (check, { workbook }) => otherPage(check, workbook),
  locked: ({ sheet }) => spoil('a sheet unlocked', { type: 'sheet.lock', sheet, locked: false }),
  hidden: ({ sheet, rows }) =>
    rows
      ? spoil('another row hidden', { type: 'rows.hide', sheet, from: 900, to: 900 })
      : spoil('another column hidden', { type: 'columns.hide', sheet, from: 'ZZ', to: 'ZZ' }),
  noted: (_, { at }) => at && spoil('a note taken away', { type: 'cell.note', ...at, text: '' }),
  linked: (_, { at }) => at && spoil('a link taken away', { type: 'cell.link', ...at, to: '' }),
  table: (check, { sheet }) => {
    const table = sheet && tablesOn(sheet).find(one => areaName(one) === whole(check.at))
    return table ? spoil('a plain list again', { type: 'table.remove', name: table.name }) : null
  },
  merged: (check, { at }) =>
    at && spoil('single cells again', { type: 'cells.unmerge', sheet: at.sheet, area: whole(check.at) }),
}

/** An operation that undoes what a check asks for, where it isn’t about values; null where there is none. */
export function spoiled(check: SheetCheck | undefined, { workbook }: SheetState, random: Random): Spoiled | null {
  if (!check) return null
  const area = 'at' in check ? placeIn(workbook, check.at) : null
  const sheet = (area && workbook.sheets[area.sheet]) ?? null
  const at = area && sheet ? { sheet: sheet.name, ...cellOf(area, random) } : null
  const spoiling = spoilings[check.kind] as ((check: SheetCheck, about: About) => Spoiled | null) | undefined
  return spoiling?.(check, { workbook, sheet, at }) ?? null
}

const spoil = (change: string, op: SheetOp): Spoiled => ({ change, op })
const whole = (place: string): string => place.slice(place.lastIndexOf('!') + 1)

function cellOf(area: { top: number; left: number; bottom: number; right: number }, random: Random) {
  const row = area.top + Math.floor(random() * (area.bottom - area.top + 1))
  const column = area.left + Math.floor(random() * (area.right - area.left + 1))
  return { cell: cellName(row, column) }
}

/** Marks by rule, taken away. */
function withoutMarks(check: { at: string }, { at }: About): Spoiled | null {
  return at && spoil('marks by rule taken away', { type: 'cells.unmark', sheet: at.sheet, area: whole(check.at) })
}

/** Everything of a page that the check asks for, otherwise. */
function otherPage(check: PageCheck, workbook: Workbook): Spoiled {
  const page = workbook.sheets[sheetNumber(workbook, check.sheet)]?.features.page
  const change = {
    ...(check.across === undefined ? {} : { across: !page?.across }),
    ...(check.area ? { area: null } : {}),
    ...(check.again ? { again: null } : {}),
    ...(check.wide === undefined && check.tall === undefined ? {} : { fit: null }),
    ...(check.header ? { header: {} } : {}),
    ...(check.footer ? { footer: {} } : {}),
  }
  return spoil('a page set up otherwise', { type: 'page.set', sheet: check.sheet, change })
}

/** The chart that the check asks for, as one of another kind or without its titles. */
function otherChart({ as, title, across, up }: ChartCheck, { sheets }: Workbook): Spoiled | null {
  const meant = (kind: ChartKind): boolean => !as || as.includes(kind)
  for (const { name, features } of sheets) {
    const chart = features.charts.find(({ kind }) => meant(kind))
    if (!chart) continue
    const titled = title !== undefined || across !== undefined || up !== undefined
    const other = chartKind.options.find(kind => !meant(kind))
    const change = titled ? { title: '', across: '', up: '' } : other ? { kind: other } : null
    // Where another chart is as good, changing one spoils nothing.
    const single = features.charts.filter(({ kind }) => meant(kind)).length === 1
    return change && (single || titled)
      ? spoil('a chart of another kind, or without titles', { type: 'chart.change', sheet: name, id: chart.id, change })
      : null
  }
  return null
}

/** A table that sums the list up as the check asks, taken away. */
function withoutTable({ rows, columns, values }: SummaryCheck, { sheets }: Workbook): Spoiled | null {
  const words = [rows, columns, values].map(word => `"${word}"`)
  for (const { name, inputs } of sheets)
    for (const [row, column, input] of inputs.entries())
      if (input instanceof Formula && input.text.includes('SUMMARY(') && words.every(word => input.text.includes(word)))
        return spoil('a table taken away', {
          type: 'cells.clear',
          sheet: name,
          area: cellName(row, column),
          what: 'contents',
        })
  return null
}
