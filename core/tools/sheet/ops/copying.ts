import { sure } from '../../../ground/sure'
import { areaName, isOnSheet, readCorner } from '../formula/references'
import type { Block } from '../formula/references'
import { rewritten } from '../formula/rewriting'
import type { Area } from '../formula/values'
import type { CellFormat } from '../formats/cell-format'
import type { Cells, Placed } from '../workbook/cells'
import { blockAt } from '../addresses'
import type { CheckedInput } from '../workbook/features/checked-input'
import type { Marking } from '../workbook/features/marking'
import { MOST_RULES, ruleOn, rulesAlong, rulesWithout } from '../workbook/features/parts'
import { withAreasMoved, withFormulasAnew } from '../workbook/features/rewriting'
import type { Moves } from '../workbook/features/rewriting'
import { Formula } from '../workbook/formula'
import { formulaAt, sameData, sheetNumber, valueAt, withSheet } from '../workbook/workbook'
import type { Input, Sheet, Workbook } from '../workbook/workbook'
import { areaIn, cellsIn, MOST_CELLS, Refusal, sheetIn, sizeOf } from './refusal'
import { moved } from './moving'
import { seriesFrom } from './series'

export type CopiedPart = 'all' | 'contents' | 'values' | 'formats'

/** Copies an area to another place, once or as often as it fits into the area that is given. */
export function copy(
  workbook: Workbook,
  from: { sheet: string; area: string },
  to: { sheet: string; area: string },
  what: CopiedPart,
): Workbook {
  const source = sheetIn(workbook, from.sheet)
  const target = sheetIn(workbook, to.sheet)
  const area = areaIn(source.sheet, from.area, source.place)
  const [height, width] = [area.bottom - area.top + 1, area.right - area.left + 1]
  const given = areaIn(target.sheet, to.area, target.place)
  const times = {
    down: Math.max(1, Math.floor((given.bottom - given.top + 1) / height)),
    across: Math.max(1, Math.floor((given.right - given.left + 1) / width)),
  }
  if (sizeOf(area) * times.down * times.across > MOST_CELLS)
    throw new Refusal(`At most ${MOST_CELLS} cells can be copied at once.`)
  const last = { row: given.top + height * times.down - 1, column: given.left + width * times.across - 1 }
  if (!isOnSheet(last)) throw new Refusal('That doesn’t fit on the sheet from this cell on.')
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  const rows = stepsOf(given.top, last.row, area.top, area.bottom)
  const columns = stepsOf(given.left, last.column, area.left, area.right)
  for (const down of rows)
    for (const across of columns)
      for (const [row, column] of cellsIn(area)) {
        const [toRow, toColumn] = [row + down, column + across]
        if (what === 'values') inputs.push([toRow, toColumn, asValue(source.sheet, row, column)])
        else if (what !== 'formats')
          inputs.push([toRow, toColumn, moved(source.sheet.inputs.at(row, column), down, across)])
        if (what === 'all' || what === 'formats') formats.push([toRow, toColumn, source.sheet.formats.at(row, column)])
      }
  const next: Sheet = {
    ...target.sheet,
    inputs: target.sheet.inputs.with(inputs),
    formats: target.sheet.formats.with(formats),
  }
  const whole = { ...given, bottom: last.row, right: last.column }
  const rest = what === 'all' ? withRest(next, whole, source.sheet, { area, rows, columns }) : next
  return withSheet(workbook, target.place, rest)
}

/** With what lies on the cells besides: notes, links, rules for what they take, marks by rule. */
function withRest(
  to: Sheet,
  whole: Block,
  from: Sheet,
  { area, rows, columns }: { area: Area; rows: readonly number[]; columns: readonly number[] },
): Sheet {
  const along = <Rule extends CheckedInput | Marking>(rules: readonly Rule[]): Rule[] => {
    // A rule of all that is copied is one rule of all that it is copied to.
    const here = rulesAlong(rules, area, 0, 0)
    if (here.every(rule => rule.area === areaName(area))) return here.map(rule => ruleOn(rule, area, whole))
    return rows.flatMap(down => columns.flatMap(across => rulesAlong(rules, area, down, across)))
  }
  const features = {
    ...to.features,
    inputs: [...rulesWithout(to.features.inputs, whole), ...along(from.features.inputs)],
    markings: [...along(from.features.markings), ...rulesWithout(to.features.markings, whole)],
  }
  if (Math.max(features.inputs.length, features.markings.length) > MOST_RULES)
    throw new Refusal(`A sheet has at most ${MOST_RULES} rules of a kind.`)
  const copied = (cells: Cells<string>, own: Cells<string>): Cells<string> =>
    own.isEmpty && cells.isEmpty ? own : own.with(copiedAlong(cells, area, rows, columns))
  return {
    ...to,
    notes: copied(from.notes, to.notes),
    links: copied(from.links, to.links),
    features: sameData(features, to.features) ? to.features : features,
  }
}

/** How far each copy is from what is copied, along rows or columns. */
function stepsOf(first: number, last: number, from: number, to: number): number[] {
  const size = to - from + 1
  return Array.from({ length: Math.floor((last - first + 1) / size) }, (_, at) => first - from + at * size)
}

function* copiedAlong(
  cells: Cells<string>,
  area: Area,
  rows: readonly number[],
  columns: readonly number[],
): Generator<Placed<string>> {
  for (const down of rows)
    for (const across of columns)
      for (const [row, column] of cellsIn(area)) yield [row + down, column + across, cells.at(row, column)]
}

function asValue(sheet: Sheet, row: number, column: number): Input | undefined {
  const value = valueAt(sheet, row, column)
  // An error can't be typed in: its formula stays.
  if (typeof value === 'object' && value !== null) return formulaAt(sheet, row, column) ?? undefined
  return value ?? undefined
}

/** Moves an area: what pointed to it points to where it is now, and its formulas stay as they were. */
export function move(workbook: Workbook, name: string, address: string, corner: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  const to = sure(readCorner(corner))
  const [rows, columns] = [to.row - area.top, to.column - area.left]
  if (!isOnSheet({ row: area.bottom + rows, column: area.right + columns }))
    throw new Refusal(`${areaName(area)} doesn’t fit on the sheet from ${corner} on.`)
  if (rows === 0 && columns === 0) return workbook
  const inputs = new Map<string, Placed<Input>>()
  const formats = new Map<string, Placed<CellFormat>>()
  const put = (row: number, column: number, input: Input | undefined, format: CellFormat | undefined): void => {
    inputs.set(`${row} ${column}`, [row, column, input])
    formats.set(`${row} ${column}`, [row, column, format])
  }
  for (const [row, column] of cellsIn(area)) put(row, column, undefined, undefined)
  for (const [row, column] of cellsIn(area))
    put(row + rows, column + columns, sheet.inputs.at(row, column), sheet.formats.at(row, column))
  const next = withSheet(workbook, place, {
    ...sheet,
    inputs: sheet.inputs.with(inputs.values()),
    formats: sheet.formats.with(formats.values()),
    notes: movedAlong(sheet.notes, area, rows, columns),
    links: movedAlong(sheet.links, area, rows, columns),
    features: withAreasMoved(sheet.features, alongWith(area, rows, columns)),
  })
  return pointing(next, place, area, rows, columns)
}

function movedAlong(cells: Cells<string>, area: Area, rows: number, columns: number): Cells<string> {
  const held = [...cells.entries(area)]
  return cells
    .with(held.map(([row, column]): Placed<string> => [row, column, undefined]))
    .with(held.map(([row, column, text]): Placed<string> => [row + rows, column + columns, text]))
}

/** Areas that lie within the one that moves go with it; what reaches beyond it stays. */
function alongWith(area: Area, rows: number, columns: number): Moves {
  return {
    area(address) {
      const { top, left, bottom, right } = blockAt(address)
      if (!holds(area, { top, left, bottom, right })) return address
      return areaName({ top: top + rows, left: left + columns, bottom: bottom + rows, right: right + columns })
    },
    row: row => row,
    column: column => column,
    letters: letters => letters,
  }
}

const holds = (area: Area, { top, left, bottom, right }: Omit<Area, 'sheet'>): boolean =>
  top >= area.top && left >= area.left && bottom <= area.bottom && right <= area.right

/** All formulas, with references into an area moved along with it. */
function pointing(workbook: Workbook, place: number, area: Area, rows: number, columns: number): Workbook {
  return withFormulas(workbook, (formula, on) =>
    rewritten(formula.text, formula.tree, reference => {
      const at = reference.sheet === null ? on : sheetNumber(workbook, reference.sheet)
      const { start, end } = reference
      const other = end ?? start
      const bounds = {
        top: Math.min(start.row, other.row),
        left: Math.min(start.column, other.column),
        bottom: Math.max(start.row, other.row),
        right: Math.max(start.column, other.column),
      }
      if (at !== place || !holds(area, bounds)) return reference
      const shifted = (corner: typeof start) => ({ ...corner, row: corner.row + rows, column: corner.column + columns })
      return { ...reference, start: shifted(start), end: end && shifted(end) }
    }),
  )
}

/**
 * Every formula of the workbook written anew, where that changes it. `on`: the sheet it stands on, and in which row;
 * names stand on none, and rules and charts in no row.
 */
export function withFormulas(
  workbook: Workbook,
  anew: (formula: Formula, on: number, row: number) => string,
): Workbook {
  let changed = false
  const sheets = workbook.sheets.map((sheet, on) => {
    const inputs: Placed<Input>[] = []
    for (const [row, column, input] of sheet.inputs.entries()) {
      if (!(input instanceof Formula)) continue
      const text = anew(input, on, row)
      if (text !== input.text) inputs.push([row, column, new Formula(text)])
    }
    const features = withFormulasAnew(sheet.features, text => anew(new Formula(text), on, -1))
    if (inputs.length === 0 && features === sheet.features) return sheet
    changed = true
    return { ...sheet, inputs: sheet.inputs.with(inputs), features }
  })
  const texts = workbook.names.map(({ formula }) => anew(formula, -1, -1))
  const named = texts.some((text, at) => text !== sure(workbook.names[at]).formula.text)
  if (!changed && !named) return workbook
  const names = named
    ? workbook.names.map((one, at) => ({ ...one, formula: new Formula(sure(texts[at])) }))
    : workbook.names
  return { ...workbook, sheets, names }
}

/** Continues an area over a larger one that begins or ends with it: as it is, or as a series. */
export function fill(workbook: Workbook, name: string, from: string, to: string, series: boolean): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const source = areaIn(sheet, from, place)
  const whole = areaIn(sheet, to, place)
  const sameColumns = whole.left === source.left && whole.right === source.right
  const sameRows = whole.top === source.top && whole.bottom === source.bottom
  const touches = sameColumns
    ? whole.top === source.top || whole.bottom === source.bottom
    : sameRows && (whole.left === source.left || whole.right === source.right)
  if (!touches) throw new Refusal(`${to} doesn’t continue ${from} down, up or to a side.`)
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  const length = sameColumns ? source.bottom - source.top + 1 : source.right - source.left + 1
  const forwards = sameColumns ? whole.top === source.top : whole.left === source.left
  const lines = sameColumns ? [source.left, source.right] : [source.top, source.bottom]
  const count = (sameColumns ? whole.bottom - whole.top + 1 : whole.right - whole.left + 1) - length
  for (let line = sure(lines[0]); line <= sure(lines[1]); line += 1) {
    const at = (place_: number): [number, number] =>
      sameColumns ? [source.top + place_, line] : [line, source.left + place_]
    const given = Array.from({ length }, (_, place_) => sheet.inputs.at(...at(place_)))
    const next = series ? seriesFrom(given, forwards) : null
    for (let step = 1; step <= count; step += 1) {
      const target = forwards ? length - 1 + step : -step
      const like = ((target % length) + length) % length
      const [row, column] = at(target)
      const [fromRow, fromColumn] = at(like)
      inputs.push([row, column, next?.(step) ?? moved(given[like], row - fromRow, column - fromColumn)])
      formats.push([row, column, sheet.formats.at(fromRow, fromColumn)])
    }
  }
  return withSheet(workbook, place, {
    ...sheet,
    inputs: sheet.inputs.with(inputs),
    formats: sheet.formats.with(formats),
  })
}
