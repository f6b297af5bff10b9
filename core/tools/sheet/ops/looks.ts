import { columnNumber } from '../formula/references'
import { formatOf } from '../formats/cell-format'
import type { CellFormat } from '../formats/cell-format'
import { decimalsOf, isFormatCode } from '../formats/number-format'
import type { Placed } from '../workbook/cells'
import { withSheet } from '../workbook/workbook'
import type { Area } from '../formula/values'
import type { Sheet, Workbook } from '../workbook/workbook'
import { areaIn, cellsIn, Refusal, sheetIn } from './refusal'

/** What is to change of how cells look; null takes it away. */
export type FormatChange = { [Key in keyof CellFormat]?: CellFormat[Key] | null }

export function format(workbook: Workbook, name: string, address: string, change: FormatChange): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  if (change.number && !isFormatCode(change.number)) throw new Refusal(`“${change.number}” is no number format.`)
  const formats: Placed<CellFormat>[] = []
  for (const [row, column] of cellsIn(areaIn(sheet, address, place)))
    formats.push([row, column, formatOf({ ...sheet.formats.at(row, column), ...change })])
  const next = { ...sheet, formats: sheet.formats.with(formats) }
  return withSheet(workbook, place, change.size ? withRoomFor(next, areaIn(sheet, address, place), change.size) : next)
}

/** Pixels of a row in which letters of so many points have room. */
const roomFor = (points: number): number => Math.ceil((points * 96 * 1.35) / 72) + 6
const USUAL_HEIGHT = 25

/** Rows that are too low for their letters become as high as these need. */
function withRoomFor(sheet: Sheet, { top, bottom }: Area, points: number): Sheet {
  const needed = roomFor(points)
  const heights = { ...sheet.heights }
  for (let row = top; row <= bottom; row += 1) heights[row] = Math.max(needed, heights[row] ?? USUAL_HEIGHT)
  return needed > USUAL_HEIGHT ? { ...sheet, heights } : sheet
}

/** One decimal place more or less than the first cell of an area shows. */
export function decimals(workbook: Workbook, name: string, address: string, by: 1 | -1): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const { top, left } = areaIn(sheet, address, place)
  const code = sheet.formats.at(top, left)?.number ?? ''
  const shown = decimalsOf(code) ?? decimalsHeld(sheet.inputs.at(top, left) ?? sheet.values.at(top, left))
  const places = Math.min(15, Math.max(0, shown + by))
  return format(workbook, name, address, { number: withDecimals(code, places) })
}

function decimalsHeld(value: unknown): number {
  return typeof value === 'number' ? (String(value).split('.')[1]?.length ?? 0) : 0
}

/** A format code with so many decimal places in each of its sections. */
export function withDecimals(code: string, places: number): string {
  const dots = places === 0 ? '' : `.${'0'.repeat(places)}`
  if (code === '' || code === 'General') return `0${dots}`
  return code
    .split(';')
    .map(section =>
      /[0#?]/.test(section) ? section.replace(/([0#?])(\.[0#?]+)?(?![0#?,.]*[0#?])/, `$1${dots}`) : section,
    )
    .join(';')
}

/** Widths of columns, or heights of rows, in pixels; null for as the sheet has it. */
export function size(
  workbook: Workbook,
  name: string,
  along: 'columns' | 'rows',
  from: string,
  to: string,
  pixels: number | null,
): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const number = (text: string): number => (along === 'columns' ? columnNumber(text) : Number(text) - 1)
  const [first, last] = [Math.min(number(from), number(to)), Math.max(number(from), number(to))]
  const sizes: Record<number, number> = { ...(along === 'columns' ? sheet.widths : sheet.heights) }
  for (let at = first; at <= Math.min(last, first + 10_000); at += 1) {
    if (pixels === null) Reflect.deleteProperty(sizes, at)
    else sizes[at] = pixels
  }
  return withSheet(workbook, place, along === 'columns' ? { ...sheet, widths: sizes } : { ...sheet, heights: sizes })
}

/** So many rows and columns stay in sight. */
export function freeze(workbook: Workbook, name: string, rows: number, columns: number): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  if (sheet.frozen.rows === rows && sheet.frozen.columns === columns) return workbook
  return withSheet(workbook, place, { ...sheet, frozen: { rows, columns } })
}
