import { columnNumber } from '../formula/references'
import type { Block } from '../formula/references'
import { formatted } from '../formats/number-format'
import { blockAt } from '../addresses'
import { markingsOf } from '../rules/marking'
import type { SheetState } from '../state'
import { valueInWords } from '../typing'
import type { Chart } from '../workbook/features/chart'
import { conditionInWords } from '../workbook/features/condition'
import type { Filter } from '../workbook/features/filter'
import type { Page } from '../workbook/features/page'
import { Formula } from '../workbook/formula'
import { hiddenRows } from '../workbook/hidden'
import { placeName } from '../workbook/places'
import { tablesOn } from '../workbook/tables'
import { extentOf, valueAt } from '../workbook/workbook'
import type { Sheet } from '../workbook/workbook'
import { kindOf } from './shown'
import type { ShownCell } from './shown'

/** A window of cells, counted from 0. */
export interface WindowAsked {
  top: number
  left: number
  rows: number
  columns: number
}

export interface SheetWindow {
  sheets: readonly string[]
  shown: number
  /** How far anything stands. */
  extent: { rows: number; columns: number }
  cells: readonly ShownCell[]
  /** In pixels; 0 for one that isn’t shown. */
  widths: Readonly<Record<number, number>>
  heights: Readonly<Record<number, number>>
  frozen: { rows: number; columns: number }
  merged: readonly Block[]
  /** The list that is filtered, and the columns by which it is. */
  filter: { area: Block; columns: readonly { column: number; words: string }[]; shown: number; rows: number } | null
  charts: readonly Chart[]
  tables: readonly (Block & { name: string })[]
  page: Page
  locked: boolean
  names: readonly { name: string; refers: string }[]
  undo: boolean
  redo: boolean
}

export function windowOf(state: SheetState, sheet: Sheet, asked: WindowAsked): SheetWindow {
  const extent = extentOf(sheet)
  const looks = sheet.formats.extent
  const cells: ShownCell[] = []
  const marks = markingsOf(state.workbook, state.shown)
  const add = (row: number, column: number): void => {
    const value = valueAt(sheet, row, column)
    const format = sheet.formats.at(row, column)
    const marked = marks(row, column, value)
    const [note, link] = [sheet.notes.at(row, column), sheet.links.at(row, column)]
    if (value === null && !format && !marked && note === undefined && link === undefined) return
    const { text, colour } = formatted(value, format?.number ?? '') ?? { text: valueInWords(value), colour: undefined }
    const formula = sheet.inputs.at(row, column) instanceof Formula
    cells.push({
      row,
      column,
      text,
      kind: kindOf(value),
      formula,
      ...(format ? { format } : {}),
      ...(colour ? { colour } : {}),
      ...(marked ? { marked } : {}),
      ...(note === undefined ? {} : { note: true }),
      ...(link === undefined ? {} : { link: true }),
    })
  }
  const lines = (from: number, count: number, frozen: number, most: number): number[] => {
    const kept = Array.from({ length: Math.min(frozen, from) }, (_, at) => at)
    return [...kept, ...Array.from({ length: Math.max(0, Math.min(count, most - from)) }, (_, at) => from + at)]
  }
  const areas = [...sheet.features.markings, ...sheet.features.merged.map(area => ({ area }))].map(({ area }) =>
    blockAt(area),
  )
  // As far as anything stands or can be seen.
  const far = {
    rows: Math.max(extent.rows, looks.rows, sheet.notes.extent.rows, sheet.links.extent.rows),
    columns: Math.max(extent.columns, looks.columns, sheet.notes.extent.columns, sheet.links.extent.columns),
  }
  const most = (along: 'bottom' | 'right', from: number, count: number): number =>
    areas.reduce((end, area) => Math.max(end, Math.min(area[along] + 1, from + count)), 0)
  const rows = lines(
    asked.top,
    asked.rows,
    sheet.frozen.rows,
    Math.max(far.rows, most('bottom', asked.top, asked.rows)),
  )
  const columns = lines(
    asked.left,
    asked.columns,
    sheet.frozen.columns,
    Math.max(far.columns, most('right', asked.left, asked.columns)),
  )
  const hidden = hiddenRows(sheet)
  for (const row of rows) if (!hidden.has(row)) for (const column of columns) add(row, column)
  const { widths, heights, frozen, features } = sheet
  const unseen = (lines_: Iterable<number>) => Object.fromEntries([...lines_].map(line => [line, 0]))
  return {
    sheets: state.workbook.sheets.map(({ name }) => name),
    shown: state.shown,
    extent: { rows: Math.max(extent.rows, looks.rows), columns: Math.max(extent.columns, looks.columns) },
    cells,
    widths: features.hidden.columns.length > 0 ? { ...widths, ...unseen(features.hidden.columns) } : widths,
    heights: hidden.size > 0 ? { ...heights, ...unseen(hidden.keys()) } : heights,
    frozen,
    merged: features.merged.map(blockAt),
    filter: features.filter && filterSeen(sheet, features.filter),
    charts: features.charts,
    tables: tablesOn(sheet).map(({ name, top, left, bottom, right }) => ({ name, top, left, bottom, right })),
    page: features.page,
    locked: features.locked,
    names: placesByName(state),
    undo: state.past.length > 0,
    redo: state.future.length > 0,
  }
}

/** What can be gone to by its name: names of the workbook, and tables. */
function placesByName({ workbook }: SheetState): SheetWindow['names'] {
  const tables = workbook.sheets.flatMap((sheet, place) =>
    tablesOn(sheet).map(table => ({ name: table.name, refers: placeName(workbook, { sheet: place, ...table }) })),
  )
  return [...workbook.names.map(({ name, formula }) => ({ name, refers: formula.text.slice(1) })), ...tables]
}

function filterSeen(sheet: Sheet, { area, columns, hides }: Filter): SheetWindow['filter'] {
  const block = blockAt(area)
  const rows = Math.max(0, Math.min(block.bottom, extentOf(sheet).rows - 1) - block.top)
  return {
    area: block,
    columns: columns.map(({ column, when }) => ({ column: columnNumber(column), words: conditionInWords(when) })),
    shown: rows - hides.length,
    rows,
  }
}
