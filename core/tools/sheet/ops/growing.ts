import { sure } from '../../../ground/sure'
import { blockAt } from '../addresses'
import { areaName, boundsOf, isInBlock, readCorner } from '../formula/references'
import type { Block, WrittenReference } from '../formula/references'
import { relativeForm, rewritten } from '../formula/rewriting'
import type { CellFormat } from '../formats/cell-format'
import type { Placed } from '../workbook/cells'
import type { Features } from '../workbook/features'
import { Formula } from '../workbook/formula'
import { tablesOn } from '../workbook/tables'
import { sheetNumber, withSheet } from '../workbook/workbook'
import type { Input, Sheet, Workbook } from '../workbook/workbook'
import { withFormulas } from './copying'
import { moved } from './moving'

/** How a table grows: so many rows below it, so many columns to its right. */
interface Growth {
  place: number
  at: number
  rows: number
  columns: number
}

/** Tables that grow with what was just typed right below or right beside them, where it was empty before. */
export function withGrowth(before: Workbook, after: Workbook, name: string, corner: string, size: Size): Workbook {
  const place = sheetNumber(after, name)
  const { row, column } = sure(readCorner(corner))
  const typed = { top: row, left: column, bottom: row + size.rows - 1, right: column + size.columns - 1 }
  const growth = growthOf(sure(before.sheets[place]), typed)
  return growth ? grown(after, { place, ...growth }) : after
}

interface Size {
  rows: number
  columns: number
}

function growthOf(sheet: Sheet, typed: Block): Omit<Growth, 'place'> | null {
  for (const [at, table] of tablesOn(sheet).entries()) {
    const { top, left, bottom, right } = table
    const within = (from: number, to: number, first: number, last: number): boolean => from >= first && to <= last
    if (typed.top === bottom + 1 && within(typed.left, typed.right, left, right)) {
      const below = { top: bottom + 1, left, bottom: typed.bottom, right }
      if (isFree(sheet, below)) return { at, rows: typed.bottom - bottom, columns: 0 }
    }
    if (typed.left === right + 1 && within(typed.top, typed.bottom, top, bottom)) {
      const beside = { top, left: right + 1, bottom, right: typed.right }
      if (isFree(sheet, beside)) return { at, rows: 0, columns: typed.right - right }
    }
  }
  return null
}

const isFree = (sheet: Sheet, block: Block): boolean => sheet.inputs.entries(block).next().done === true

function grown(workbook: Workbook, { place, at, rows, columns }: Growth): Workbook {
  const sheet = sure(workbook.sheets[place])
  const table = sure(tablesOn(sheet)[at])
  const to = { ...table, bottom: table.bottom + rows, right: table.right + columns }
  const tables = sheet.features.tables.map((one, place_) => (place_ === at ? { ...one, area: areaName(to) } : one))
  const inputs = columns > 0 ? headings(sheet, table, to) : belowInputs(sheet, table, to)
  const next = withSheet(workbook, place, {
    ...sheet,
    inputs: sheet.inputs.with(inputs),
    formats: sheet.formats.with(looks(sheet, table, to)),
    features: { ...rulesGrown(sheet.features, table, rows), tables },
  })
  return rows > 0 ? pointersGrown(next, place, table, rows) : next
}

/** Columns that come in without a heading get one. */
function headings(sheet: Sheet, { top, left, right }: Block, to: Block): Placed<Input>[] {
  const placed: Placed<Input>[] = []
  for (let column = right + 1; column <= to.right; column += 1)
    if (sheet.inputs.at(top, column) === undefined) placed.push([top, column, `Column ${column - left + 1}`])
  return placed
}

/** Formulas that stand all the way down a column go on in the new rows. */
function belowInputs(sheet: Sheet, { top, left, bottom, right }: Block, to: Block): Placed<Input>[] {
  const placed: Placed<Input>[] = []
  for (let column = left; column <= right; column += 1) {
    const last = sheet.inputs.at(bottom, column)
    if (!(last instanceof Formula) || !isDown(sheet, column, top + 1, bottom)) continue
    for (let row = bottom + 1; row <= to.bottom; row += 1)
      if (sheet.inputs.at(row, column) === undefined) placed.push([row, column, moved(last, row - bottom, 0)])
  }
  return placed
}

function isDown(sheet: Sheet, column: number, from: number, to: number): boolean {
  const forms = new Set<string | null>()
  for (let row = from; row <= to; row += 1) {
    const input = sheet.inputs.at(row, column)
    forms.add(input instanceof Formula ? relativeForm(input.tree, input.text, row, column) : null)
  }
  return forms.size === 1 && !forms.has(null)
}

/** New cells look like those above them, or like those left of them where a column has come in. */
function looks(sheet: Sheet, { top, left, bottom, right }: Block, to: Block): Placed<CellFormat>[] {
  const placed: Placed<CellFormat>[] = []
  const add = (row: number, column: number, format: CellFormat | undefined): void => {
    if (format && !sheet.formats.at(row, column)) placed.push([row, column, format])
  }
  for (let row = bottom + 1; row <= to.bottom; row += 1)
    for (let column = left; column <= right; column += 1) add(row, column, sheet.formats.at(bottom, column))
  for (let column = right + 1; column <= to.right; column += 1) add(top, column, sheet.formats.at(top, right))
  return placed
}

/** Rules that reach down to the last row of a table reach to its new last row. */
function rulesGrown(features: Features, table: Block, rows: number): Features {
  if (rows === 0) return features
  const along = <Rule extends { area: string }>(rules: readonly Rule[]): Rule[] =>
    rules.map(rule => {
      const block = blockAt(rule.area)
      const ends =
        block.bottom === table.bottom && isInBlock(table, block.top, block.left) && block.right <= table.right
      return ends ? { ...rule, area: areaName({ ...block, bottom: block.bottom + rows }) } : rule
    })
  return { ...features, inputs: along(features.inputs), markings: along(features.markings) }
}

/** Formulas and charts that name all rows of columns of a table name the new ones too. */
function pointersGrown(workbook: Workbook, place: number, table: Block, rows: number): Workbook {
  const anew = (reference: WrittenReference, on: number): WrittenReference => {
    const sheet = reference.sheet === null ? on : sheetNumber(workbook, reference.sheet)
    const { top, left, bottom, right } = boundsOf(reference)
    const whole = bottom === table.bottom && (top === table.top || top === table.top + 1)
    if (sheet !== place || !whole || left < table.left || right > table.right) return reference
    const { start, end } = reference
    // A single cell is that cell, also where the table has one row only.
    if (!end) return reference
    const lower = start.row > end.row ? 'start' : 'end'
    return { ...reference, [lower]: { ...sure(reference[lower]), row: bottom + rows } }
  }
  return withFormulas(workbook, (formula, on) => rewritten(formula.text, formula.tree, one => anew(one, on)))
}
