import { compared } from '../formula/comparing'
import { isOnSheet } from '../formula/references'
import { isError } from '../formula/values'
import type { Scalar } from '../formula/values'
import { formatOf } from '../formats/cell-format'
import type { CellFormat } from '../formats/cell-format'
import { asTyped, typed } from '../typing'
import type { Placed } from '../workbook/cells'
import { Formula } from '../workbook/formula'
import { valueAt, withSheet } from '../workbook/workbook'
import type { Input, Workbook } from '../workbook/workbook'
import { withRowsFrom } from './moving'
import { areaIn, cellsIn, columnsIn, Refusal, sheetIn } from './refusal'

const sameValue = (one: Scalar, other: Scalar): boolean =>
  one === null || other === null || isError(one) || isError(other) ? one === other : compared(one, other) === 0

/** Rows of a list that agree with an earlier one in these columns go; those below move up within the list. */
export function unique(
  workbook: Workbook,
  name: string,
  address: string,
  by: readonly string[],
  heading: boolean,
): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  const columns = columnsIn(area, address, by)
  if (sheet.features.filter) throw new Refusal('Show all rows before repeated ones are taken out.')
  const first = area.top + (heading ? 1 : 0)
  const seen = new Map<string, number[]>()
  const kept: number[] = []
  for (let row = first; row <= area.bottom; row += 1) {
    const values = columns.map(column => valueAt(sheet, row, column))
    const key = values.map(value => (typeof value === 'string' ? value.toLowerCase() : String(value))).join('\u0000')
    const alike = seen.get(key) ?? []
    const again = alike.some(other =>
      columns.every((column, at) => sameValue(valueAt(sheet, other, column), values[at] ?? null)),
    )
    if (again) continue
    seen.set(key, [...alike, row])
    kept.push(row)
  }
  if (kept.length === area.bottom - first + 1) throw new Refusal('No row stands there twice.')
  const rows = Array.from({ length: area.bottom - first + 1 }, (_, at) => first + at)
  return withSheet(workbook, place, withRowsFrom(sheet, area, new Map(rows.map((row, at) => [row, kept[at] ?? null]))))
}

/** Texts of one column taken apart at a mark: the parts stand side by side from its own column on. */
export function split(workbook: Workbook, name: string, address: string, at: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  if (area.left !== area.right) throw new Refusal('Text is taken apart in one column at a time.')
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  let widest = 1
  for (const [row, column] of cellsIn(area)) {
    const input = sheet.inputs.at(row, column)
    if (typeof input !== 'string') continue
    const parts = input.split(at).map(part => part.trim())
    widest = Math.max(widest, parts.length)
    if (parts.length === 1) continue
    for (const [across, part] of parts.entries()) {
      const format = sheet.formats.at(row, column + across)
      const read = typed(part.startsWith('=') ? `'${part}` : part)
      if (!read.ok) throw new Refusal(read.refusal)
      inputs.push([row, column + across, read.input])
      if (read.number && !format?.number)
        formats.push([row, column + across, formatOf({ ...format, number: read.number })])
    }
  }
  if (widest === 1) throw new Refusal(`None of these texts has a “${at}” in it.`)
  if (!isOnSheet({ row: area.bottom, column: area.left + widest - 1 }))
    throw new Refusal('There is no room for the parts.')
  const full = inputs.find(([row, column]) => column > area.left && sheet.inputs.at(row, column) !== undefined)
  if (full) throw new Refusal('The cells to the right aren’t empty: make room for the parts first.')
  return withSheet(workbook, place, {
    ...sheet,
    inputs: sheet.inputs.with(inputs),
    formats: sheet.formats.with(formats),
  })
}

/** What is looked for in cells, as it is typed there. */
export interface Sought {
  text: string
  /** Whether the whole cell must be that. */
  whole: boolean
  /** Whether capitals and small letters are told apart. */
  exactly: boolean
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
export function patternOf({ text, whole, exactly }: Sought): RegExp {
  return new RegExp(whole ? `^${escaped(text)}$` : escaped(text), exactly ? 'gu' : 'giu')
}

/** Puts something else in the place of a text, wherever it stands in what was typed. */
export function replace(workbook: Workbook, name: string, address: string, sought: Sought, by: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  const pattern = patternOf(sought)
  const inputs: Placed<Input>[] = []
  for (const [row, column, input] of sheet.inputs.entries(area)) {
    const number = sheet.formats.at(row, column)?.number
    const before = typeof input === 'string' ? input : asTyped(input, number)
    const text = before.replace(pattern, () => by)
    if (text === before) continue
    const read = input instanceof Formula || typeof input !== 'string' ? typed(text, number) : textStays(text)
    if (!read.ok) throw new Refusal(read.refusal, read.at)
    inputs.push([row, column, read.input])
  }
  if (inputs.length === 0) throw new Refusal(`“${sought.text}” isn’t found in ${address}.`)
  return withSheet(workbook, place, { ...sheet, inputs: sheet.inputs.with(inputs) })
}

/** In a text cell what looks like a number afterwards becomes one; a formula doesn’t. */
const textStays = (text: string) => typed(text.startsWith('=') ? `'${text}` : text)
