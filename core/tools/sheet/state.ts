import { z } from 'zod'
import { sure } from '../../ground/sure'
import { areaAddress, cellAddress, sheetName } from './addresses'
import { Calculator } from './calculation/calculator'
import { areaAt } from './addresses'
import { readDay } from './formula/dates'
import { columnNumber, readCorner } from './formula/references'
import { cellFormat, formatOf } from './formats/cell-format'
import { apply } from './applying'
import { sheetOp } from './changes'
import { typed } from './typing'
import { Cells } from './workbook/cells'
import type { Placed } from './workbook/cells'
import { Formula } from './workbook/formula'
import { emptySheet } from './workbook/workbook'
import type { CellFormat } from './formats/cell-format'
import type { DefinedName, Input, Sheet, Workbook } from './workbook/workbook'

/** A value as content writes it: what would be typed, or a number or logical as it is. Null leaves a cell empty. */
const written = z.union([z.string(), z.number(), z.boolean(), z.null()])

/** A sheet as content writes it: rows of values from a corner on, and how areas look. */
const sheetSetup = z.strictObject({
  name: sheetName,
  rows: z.array(z.strictObject({ at: cellAddress, cells: z.array(z.array(written)).min(1) })).default([]),
  formats: z.array(z.strictObject({ area: areaAddress, format: cellFormat })).default([]),
  widths: z.record(z.string().regex(/^[A-Z]{1,3}$/), z.number().min(20).max(800)).default({}),
  frozen: z
    .strictObject({ rows: z.int().min(0).max(50).default(0), columns: z.int().min(0).max(20).default(0) })
    .default({ rows: 0, columns: 0 }),
})

export const sheetToolSetup = z.strictObject({
  /** The day that TODAY gives. */
  today: z.iso.date(),
  sheets: z.array(sheetSetup).min(1).max(40),
  names: z.array(z.strictObject({ name: z.string(), refers: z.string().startsWith('=') })).default([]),
  /** Done before the trainee comes: filters, rules, charts and whatever else an operation makes. */
  ops: z.array(sheetOp).default([]),
})
export type SheetToolSetup = z.infer<typeof sheetToolSetup>

/** A workbook that can be gone back or on to, and how many cells differ from the one beside it. */
export interface Moment {
  workbook: Workbook
  cells: number
}

export interface SheetState {
  workbook: Workbook
  /** Oldest first. */
  past: readonly Moment[]
  /** What was undone; the nearest last. */
  future: readonly Moment[]
  /** The sheet that is shown, by its place. */
  shown: number
  /** One for all states of a task: it holds no values, only what stands on what. */
  calculator: Calculator
}

/** Throws a RangeError where the setup contradicts itself or a formula of it can’t be read. */
export function initial(setup: SheetToolSetup): SheetState {
  const { today, sheets, names, ops } = sheetToolSetup.parse(setup)
  const serial = readDay(today)
  if (serial === null) throw new RangeError(`${today} is no day of the calendar.`)
  const workbook: Workbook = {
    today: serial,
    sheets: sheets.map((sheet, place) => sheetFrom(sheet, place + 1)),
    names: names.map(({ name, refers }): DefinedName => ({ name, formula: formulaFrom(refers, name) })),
  }
  const calculator = new Calculator()
  const bare = { workbook: calculator.whole(workbook), past: [], future: [], shown: 0, calculator }
  const { workbook: begun } = ops.reduce<SheetState>((state, op) => {
    const applied = apply(state, op)
    if (!applied.ok) throw new RangeError(`${op.type} of the setup: ${applied.refusal}`)
    return applied.state
  }, bare)
  return { ...bare, workbook: begun }
}

function formulaFrom(text: string, where: string): Formula {
  const read = typed(text)
  if (!read.ok || !(read.input instanceof Formula))
    throw new RangeError(`${where}: ${read.ok ? 'no formula' : read.refusal}`)
  return read.input
}

function sheetFrom({ name, rows, formats, widths, frozen }: SheetToolSetup['sheets'][number], id: number): Sheet {
  const inputs: Placed<Input>[] = []
  const looks = new Map<string, [number, number, CellFormat]>()
  const look = (row: number, column: number, format: CellFormat): void => {
    const before = looks.get(`${row} ${column}`)?.[2]
    looks.set(`${row} ${column}`, [row, column, { ...before, ...format }])
  }
  for (const { at, cells } of rows) {
    const corner = sure(readCorner(at))
    for (const [down, line] of cells.entries())
      for (const [across, value] of line.entries()) {
        if (value === null) continue
        const [row, column] = [corner.row + down, corner.column + across]
        if (typeof value !== 'string') {
          inputs.push([row, column, value])
          continue
        }
        const read = typed(value)
        if (!read.ok) throw new RangeError(`${name}, row ${row + 1}: ${read.refusal}`)
        inputs.push([row, column, read.input])
        if (read.number) look(row, column, { number: read.number })
      }
  }
  for (const { area, format } of formats) {
    const { top, left, bottom, right } = areaAt(area, 0)
    if ((bottom - top + 1) * (right - left + 1) > 100_000)
      throw new RangeError(`${name}: ${area} is too large to format.`)
    for (let row = top; row <= bottom; row += 1)
      for (let column = left; column <= right; column += 1) look(row, column, format)
  }
  return {
    ...emptySheet(id, name),
    inputs: Cells.of(inputs),
    formats: Cells.of(
      [...looks.values()].map(([row, column, format]): Placed<CellFormat> => [row, column, formatOf(format)]),
    ),
    widths: Object.fromEntries(Object.entries(widths).map(([column, width]) => [columnNumber(column), width])),
    frozen,
  }
}
