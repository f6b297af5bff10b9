import { sure } from '../../../ground/sure'
import { columnName, columnNumber, MOST_COLUMNS, MOST_ROWS, readReference, writeReference } from '../formula/references'
import { rewritten } from '../formula/rewriting'
import type { Corner, WrittenReference } from '../formula/references'
import type { Cells, Placed } from '../workbook/cells'
import { withAreasMoved } from '../workbook/features/rewriting'
import type { Moves } from '../workbook/features/rewriting'
import { sheetNumber, withSheet } from '../workbook/workbook'
import type { Sheet, Workbook } from '../workbook/workbook'
import { withFormulas } from './copying'
import { Refusal, sheetIn } from './refusal'

type Along = 'rows' | 'columns'

interface Cut {
  along: Along
  /** The first row or column that comes or goes, counted from 0. */
  at: number
  /** So many come in, or go where below nothing. */
  by: number
}

/** Where a row or column is afterwards; null for one that has gone. */
function after(place: number, { at, by }: Cut): number | null {
  if (place < at) return place
  if (by < 0 && place < at - by) return null
  return place + by
}

function shifted<Thing>(cells: Cells<Thing>, cut: Cut): Cells<Thing> {
  const placed: Placed<Thing>[] = []
  const kept: Placed<Thing>[] = []
  for (const [row, column, thing] of cells.entries()) {
    const place = cut.along === 'rows' ? row : column
    if (place < cut.at) continue
    placed.push([row, column, undefined])
    const next = after(place, cut)
    if (next !== null) kept.push(cut.along === 'rows' ? [next, column, thing] : [row, next, thing])
  }
  return cells.with([...placed, ...kept])
}

function shiftedSizes(sizes: Readonly<Record<number, number>>, cut: Cut): Readonly<Record<number, number>> {
  const kept = Object.entries(sizes).flatMap(([place, size]) => {
    const next = after(Number(place), cut)
    return next === null ? [] : [[next, size] as const]
  })
  return Object.fromEntries(kept)
}

/** Rows or columns that come in before a place. */
export function insert(workbook: Workbook, name: string, along: Along, at: number, count: number): Workbook {
  const { sheet } = sheetIn(workbook, name)
  const most = along === 'rows' ? MOST_ROWS : MOST_COLUMNS
  const used = along === 'rows' ? sheet.inputs.extent.rows : sheet.inputs.extent.columns
  if (Math.max(used, at) + count > most) throw new Refusal('Something would be pushed off the end of the sheet.')
  return cutAt(workbook, name, { along, at, by: count })
}

/** Rows or columns that go, with all that stands in them. */
export function remove(workbook: Workbook, name: string, along: Along, at: number, count: number): Workbook {
  return cutAt(workbook, name, { along, at, by: -count })
}

function cutAt(workbook: Workbook, name: string, cut: Cut): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const anew = withFormulas(workbook, (formula, on) =>
    rewritten(formula.text, formula.tree, reference => {
      const at = reference.sheet === null ? on : sheetNumber(workbook, reference.sheet)
      return at === place ? cutReference(reference, cut) : reference
    }),
  )
  return withSheet(anew, place, withCut(anew.sheets[place] ?? sheet, cut))
}

function withCut(sheet: Sheet, cut: Cut): Sheet {
  const rows = cut.along === 'rows'
  const frozen = rows ? sheet.frozen.rows : sheet.frozen.columns
  const next =
    cut.at < frozen ? Math.max(0, cut.by > 0 ? frozen + cut.by : frozen - Math.min(-cut.by, frozen - cut.at)) : frozen
  return {
    ...sheet,
    inputs: shifted(sheet.inputs, cut),
    formats: shifted(sheet.formats, cut),
    notes: shifted(sheet.notes, cut),
    links: shifted(sheet.links, cut),
    features: withAreasMoved(sheet.features, movesOf(cut)),
    widths: rows ? sheet.widths : shiftedSizes(sheet.widths, cut),
    heights: rows ? shiftedSizes(sheet.heights, cut) : sheet.heights,
    frozen: rows ? { ...sheet.frozen, rows: next } : { ...sheet.frozen, columns: next },
  }
}

/** A reference after rows or columns came or went: an area grows and shrinks with them. Null where all of it went. */
function cutReference(reference: WrittenReference, cut: Cut): WrittenReference | null {
  const { start, end, whole } = reference
  if (whole === 'columns' && cut.along === 'rows') return reference
  if (whole === 'rows' && cut.along === 'columns') return reference
  const key = cut.along === 'rows' ? 'row' : 'column'
  const other = end ?? start
  const [first, last] = start[key] <= other[key] ? [start, other] : [other, start]
  const from = after(first[key], cut) ?? cut.at
  const to = after(last[key], cut) ?? cut.at - 1
  const most = cut.along === 'rows' ? MOST_ROWS : MOST_COLUMNS
  if (to < from || from >= most) return null
  const put = (corner: Corner): Corner => ({ ...corner, [key]: Math.min(most - 1, corner === first ? from : to) })
  if (!end) return { ...reference, start: { ...start, [key]: from } }
  return { ...reference, start: put(start), end: start === end ? put(start) : put(end) }
}

/** Where areas, rows and columns are after the cut. */
function movesOf(cut: Cut): Moves {
  const rows = cut.along === 'rows'
  const column = (at: number): number | null => (rows ? at : after(at, cut))
  return {
    area(address) {
      const moved = cutReference({ sheet: null, ...sure(readReference(address)) }, cut)
      return moved && writeReference(moved)
    },
    row: row => (rows ? after(row, cut) : row),
    column,
    letters(letters) {
      const next = column(columnNumber(letters))
      return next === null ? null : columnName(next)
    },
  }
}
