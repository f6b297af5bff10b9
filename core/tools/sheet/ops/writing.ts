import { sure } from '../../../ground/sure'
import { isOnSheet, readCorner } from '../formula/references'
import { formatOf } from '../formats/cell-format'
import type { CellFormat } from '../formats/cell-format'
import { typed } from '../typing'
import type { Placed } from '../workbook/cells'
import { withSheet } from '../workbook/workbook'
import type { Input, Sheet, Workbook } from '../workbook/workbook'
import { areaIn, cellsIn, MOST_CELLS, Refusal, sheetIn } from './refusal'

/** Types texts into cells from a corner on, row after row. Null leaves a cell as it is. */
export function write(
  workbook: Workbook,
  name: string,
  corner: string,
  rows: readonly (readonly (string | null)[])[],
): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const { row, column } = sure(readCorner(corner))
  const count = rows.reduce((sum, line) => sum + line.length, 0)
  if (count > MOST_CELLS) throw new Refusal(`That is ${count} cells; at most ${MOST_CELLS} can be put in at once.`)
  const widest = Math.max(...rows.map(line => line.length))
  if (!isOnSheet({ row: row + rows.length - 1, column: column + widest - 1 }))
    throw new Refusal('That doesn’t fit on the sheet from this cell on.')
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  for (const [down, line] of rows.entries())
    for (const [across, text] of line.entries()) {
      if (text === null) continue
      const [atRow, atColumn] = [row + down, column + across]
      const format = sheet.formats.at(atRow, atColumn)
      const read = typed(text, format?.number)
      if (!read.ok) throw new Refusal(read.refusal, read.at)
      inputs.push([atRow, atColumn, read.input])
      if (read.number && !format?.number) formats.push([atRow, atColumn, formatOf({ ...format, number: read.number })])
    }
  return withSheet(workbook, place, withCells(sheet, inputs, formats))
}

function withCells(sheet: Sheet, inputs: readonly Placed<Input>[], formats: readonly Placed<CellFormat>[]): Sheet {
  // The same text or formula again is no change.
  const changed = inputs.filter(([row, column, input]) => !sameInput(sheet.inputs.at(row, column), input))
  if (changed.length === 0 && formats.length === 0) return sheet
  return { ...sheet, inputs: sheet.inputs.with(changed), formats: sheet.formats.with(formats) }
}

const sameInput = (one: Input | undefined, other: Input | undefined): boolean =>
  one === other || (typeof one === 'object' && typeof other === 'object' && one.text === other.text)

export type ClearedPart = 'contents' | 'formats' | 'all'

/** Empties the cells of an area, takes their looks away, or both. */
export function clear(workbook: Workbook, name: string, address: string, what: ClearedPart): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  for (const [row, column] of cellsIn(area)) {
    if (what !== 'formats' && sheet.inputs.at(row, column) !== undefined) inputs.push([row, column, undefined])
    if (what !== 'contents' && sheet.formats.at(row, column) !== undefined) formats.push([row, column, undefined])
  }
  return withSheet(workbook, place, withCells(sheet, inputs, formats))
}
