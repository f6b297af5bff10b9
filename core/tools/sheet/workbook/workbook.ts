import { sure } from '../../../ground/sure'
import type { Area, Scalar } from '../formula/values'
import type { CellFormat } from '../formats/cell-format'
import { blocksOverlap, isInBlock } from '../formula/references'
import type { Block } from '../formula/references'
import { noFeatures } from './features'
import type { Features } from './features'
import { Cells } from './cells'
import { Formula } from './formula'

/** What was put into a cell: a value as it is, or a formula. An empty cell has none. */
export type Input = number | string | boolean | Formula

/** How far an array that a formula gave reaches from its cell; `blocked` where it found no room. */
export interface Spill {
  rows: number
  columns: number
  blocked: boolean
}

export interface Sheet {
  /** Stays the same when the sheet is renamed or moved. */
  id: number
  name: string
  inputs: Cells<Input>
  /** What formulas gave, and what arrays put beside them. */
  values: Cells<NonNullable<Scalar>>
  spills: Cells<Spill>
  formats: Cells<CellFormat>
  /** Widths of columns and heights of rows in pixels, where they were set. */
  widths: Readonly<Record<number, number>>
  heights: Readonly<Record<number, number>>
  /** So many rows and columns stay in sight when the rest scrolls. */
  frozen: { rows: number; columns: number }
  /** What somebody wrote about a cell. */
  notes: Cells<string>
  /** Where a cell leads to: an address of the web or of mail, or a place in the workbook such as `#Rates!B3`. */
  links: Cells<string>
  features: Features
}

/** A name for cells or for a formula, seen from every sheet. */
export interface DefinedName {
  name: string
  /** What it stands for, with its sheets: `=Rates!$B$3`. */
  formula: Formula
}

export interface Workbook {
  sheets: readonly Sheet[]
  names: readonly DefinedName[]
  /** The serial of the day on which the task plays. */
  today: number
}

export function emptySheet(id: number, name: string): Sheet {
  return {
    id,
    name,
    inputs: Cells.none(),
    values: Cells.none(),
    spills: Cells.none(),
    formats: Cells.none(),
    widths: {},
    heights: {},
    frozen: { rows: 0, columns: 0 },
    notes: Cells.none(),
    links: Cells.none(),
    features: noFeatures,
  }
}

/** The value of a cell: what was put there, or what a formula made of it; null for an empty one. */
export function valueAt(sheet: Sheet, row: number, column: number): Scalar {
  const input = sheet.inputs.at(row, column)
  if (input === undefined || input instanceof Formula) return sheet.values.at(row, column) ?? null
  return input
}

export function formulaAt(sheet: Sheet, row: number, column: number): Formula | null {
  const input = sheet.inputs.at(row, column)
  return input instanceof Formula ? input : null
}

/** The place of a sheet by its name, without regard to case; -1 where there is none. */
export function sheetNumber(workbook: Pick<Workbook, 'sheets'>, name: string): number {
  const wanted = name.toLowerCase()
  return workbook.sheets.findIndex(sheet => sheet.name.toLowerCase() === wanted)
}

export function nameOf(workbook: Pick<Workbook, 'names'>, name: string): DefinedName | undefined {
  const wanted = name.toLowerCase()
  return workbook.names.find(one => one.name.toLowerCase() === wanted)
}

/** Beyond so many rows and columns a sheet shows nothing. */
export function extentOf(sheet: Sheet): { rows: number; columns: number } {
  const [inputs, values] = [sheet.inputs.extent, sheet.values.extent]
  return { rows: Math.max(inputs.rows, values.rows), columns: Math.max(inputs.columns, values.columns) }
}

/** Every value that stands on a sheet, or within a block of it: what was put in, then what formulas gave. */
export function* valuesIn(
  { inputs, values }: Sheet,
  block?: Block,
): Generator<[row: number, column: number, value: NonNullable<Scalar>]> {
  for (const [row, column, input] of inputs.entries(block)) if (!(input instanceof Formula)) yield [row, column, input]
  for (const [row, column, value] of values.entries(block)) {
    const input = inputs.at(row, column)
    if (input === undefined || input instanceof Formula) yield [row, column, value]
  }
}

/** Whether two pieces of plain data say the same. */
export const sameData = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)

/** A workbook with something else of what lies on a sheet; the same one where that is as it was. */
export function withFeatures(workbook: Workbook, place: number, change: Partial<Features>): Workbook {
  const sheet = sure(workbook.sheets[place])
  const features = { ...sheet.features, ...change }
  return sameData(features, sheet.features) ? workbook : withSheet(workbook, place, { ...sheet, features })
}

/** A workbook with another sheet in a place. */
export function withSheet(workbook: Workbook, place: number, sheet: Sheet): Workbook {
  return workbook.sheets[place] === sheet
    ? workbook
    : { ...workbook, sheets: workbook.sheets.map((one, at) => (at === place ? sheet : one)) }
}

export const isWithin = (area: Area, sheet: number, row: number, column: number): boolean =>
  area.sheet === sheet && isInBlock(area, row, column)

export const overlaps = (one: Area, other: Area): boolean => one.sheet === other.sheet && blocksOverlap(one, other)
