import { once } from '../../../ground/once'
import { apply } from '../applying'
import { resultIn } from '../calculation/peeking'
import { precedentsOf } from '../calculation/precedents'
import { readNumber } from '../formula/converting'
import type { Node } from '../formula/parser'
import { cellName, MOST_COLUMNS } from '../formula/references'
import { isError } from '../formula/values'
import type { Area, Scalar } from '../formula/values'
import type { SheetState } from '../state'
import { valueInWords } from '../typing'
import type { Formula } from '../workbook/formula'
import { formulaAt, isWithin, valueAt, valuesIn, withSheet } from '../workbook/workbook'
import type { Input, Sheet, Workbook } from '../workbook/workbook'
import type { Placed } from '../workbook/cells'
import { changedCopy } from './changing'
import type { CellChanges } from './changing'
import { nameIn } from './places'
import type { SheetContext } from './places'

/** The workbook after the models of these steps, or of all. */
export function modelled({ start, task }: Pick<SheetContext, 'start' | 'task'>, only?: string): Workbook {
  let state = start
  for (const { id, model } of task.steps) {
    if (only !== undefined && id !== only) continue
    for (const op of model) {
      const applied = apply(state, op)
      if (applied.ok) state = applied.state
    }
  }
  return state.workbook
}

const ends = new WeakMap<object, Workbook>()
export function endOf(context: SheetContext): Workbook {
  let end = ends.get(context.task)
  if (!end) ends.set(context.task, (end = modelled(context)))
  return end
}

/** So many formulas are looked at for what they stand on. */
const MOST_LOOKED_AT = 10_000

/** A cell that was given, that no step asks to change, and that holds something else now. */
export interface Spoilt {
  sheet: number
  row: number
  column: number
  before: Scalar
  now: Scalar
}

export const asKey = (value: Scalar): string => (isError(value) ? value.code : `${typeof value} ${String(value)}`)

const folded = (text: string): string => text.replace(/\s+/g, ' ').trim().toLowerCase()

/** Whether a cell means what it did: text may have become the number that it reads as, or have lost spaces. */
function meansTheSame(before: Scalar, now: Scalar): boolean {
  if (typeof before !== 'string') return asKey(before) === asKey(now)
  return typeof now === 'string'
    ? folded(before) === folded(now)
    : typeof now === 'number' && readNumber(before) === now
}

function spoiltIn(workbook: Workbook, context: SheetContext): Spoilt[] {
  const all: Spoilt[][] = []
  const end = endOf(context)
  for (const sheet of context.start.workbook.sheets) {
    const on = workbook.sheets.findIndex(({ id }) => id === sheet.id)
    const now = workbook.sheets[on]
    const then = end.sheets.find(({ id }) => id === sheet.id)
    if (!now || !then) continue
    const spoilt: Spoilt[] = []
    for (const [row, column] of sheet.inputs.differences(now.inputs)) {
      if (sheet.inputs.at(row, column) === undefined) continue
      const [before, after] = [valueAt(sheet, row, column), valueAt(now, row, column)]
      if (meansTheSame(before, after) || asKey(before) !== asKey(valueAt(then, row, column))) continue
      spoilt.push({ sheet: on, row, column, before, now: after })
    }
    if (spoilt.length > 0 && !areSorted(spoilt, sheet, now)) all.push(spoilt)
  }
  return all.flat()
}

/** Whether rows of cells are the same, in whatever order. */
export function haveSameRows(one: readonly Scalar[][], other: readonly Scalar[][]): boolean {
  const [first, second] = [one, other].map(rows =>
    rows
      .map(row => row.map(asKey).join('\u0000'))
      .sort()
      .join('\u0001'),
  )
  return first === second
}

/** Whether all that changed is the order of whole rows of a list: to sort is to spoil nothing. */
function areSorted(changed: readonly Spoilt[], given: Sheet, now: Sheet): boolean {
  const rows = [...new Set(changed.map(({ row }) => row))]
  let [left, right] = [MOST_COLUMNS, -1]
  for (const { column } of changed) [left, right] = [Math.min(left, column), Math.max(right, column)]
  const isOfList = (column: number): boolean =>
    column >= 0 && rows.some(row => given.inputs.at(row, column) !== undefined)
  while (isOfList(left - 1)) left -= 1
  while (isOfList(right + 1)) right += 1
  const listOf = (sheet: Sheet): Scalar[][] =>
    rows.map(row => Array.from({ length: right - left + 1 }, (_, at) => valueAt(sheet, row, left + at)))
  return haveSameRows(listOf(given), listOf(now))
}

/** Own results that are errors, where the model has none, as it has them; but for those that are judged. */
function mendedIn({ workbook, calculator }: SheetState, context: SheetContext, judged: Area | null): Workbook {
  const end = endOf(context)
  let book = workbook
  for (const [on, sheet] of workbook.sheets.entries()) {
    const then = end.sheets.find(({ id }) => id === sheet.id)
    if (!then) continue
    const mended: Placed<Input>[] = []
    for (const [row, column, value] of valuesIn(sheet)) {
      if (!isError(value) || (judged && isWithin(judged, on, row, column))) continue
      const meant = valueAt(then, row, column)
      if (meant !== null && !isError(meant)) mended.push([row, column, meant])
    }
    if (mended.length > 0) book = withSheet(book, on, { ...sheet, inputs: sheet.inputs.with(mended) })
  }
  return book === workbook ? workbook : calculator.changed(workbook, book)
}

/** A workbook, and what of it isn't sound: what was given and is spoilt, and what was worked out and is an error. */
export interface Grounds {
  own: Workbook
  spoilt: readonly Spoilt[]
  /** The trainee's own, with the model's in place of earlier results that are errors; worked out when asked for. */
  mended: () => Workbook
}

/** The grounds to judge these cells on. */
export const groundsOf = (state: SheetState, context: SheetContext, judged: Area | null): Grounds => ({
  own: state.workbook,
  spoilt: spoiltIn(state.workbook, context),
  mended: once(() => mendedIn(state, context, judged)),
})

/** The same after cells were changed on a copy. */
export const groundsAfter = (state: SheetState, { spoilt, mended }: Grounds, changes: CellChanges): Grounds => ({
  own: changedCopy(state, changes),
  spoilt,
  mended: once(() => changedCopy({ ...state, workbook: mended() }, changes)),
})

/** The first cell of some areas that no longer holds what was given. */
export const spoiltAmong = ({ spoilt }: Pick<Grounds, 'spoilt'>, areas: readonly Area[]): Spoilt | undefined =>
  spoilt.find(({ sheet, row, column }) => areas.some(area => isWithin(area, sheet, row, column)))

/** The first spoilt cell that a formula stands on, itself or by way of others. */
function spoiltUnder({ own, spoilt }: Grounds, tree: Node, sheet: number, row: number): Spoilt | undefined {
  if (spoilt.length === 0) return undefined
  const seen = new Set<string>()
  const waiting = [{ tree, sheet, row }]
  for (let next = waiting.pop(); next && seen.size < MOST_LOOKED_AT; next = waiting.pop()) {
    const { areas } = precedentsOf(next.tree, next.sheet, next.row, own)
    const found = spoiltAmong({ spoilt }, areas)
    if (found) return found
    for (const area of areas) {
      const held = own.sheets[area.sheet]
      for (const [atRow, atColumn] of held ? valuesIn(held, area) : []) {
        const place = `${area.sheet} ${atRow} ${atColumn}`
        const formula = held && formulaAt(held, atRow, atColumn)
        if (!formula || seen.has(place)) continue
        seen.add(place)
        waiting.push({ tree: formula.tree, sheet: area.sheet, row: atRow })
      }
    }
  }
  return undefined
}

/** “F12 was 391.28 and is empty”. */
export function spoiltInWords(workbook: Workbook, { sheet, row, column, before, now }: Spoilt): string {
  const number = workbook.sheets[sheet]?.formats.at(row, column)?.number ?? ''
  const [was, is] = [before, now].map(value => (value === null || value === '' ? 'empty' : valueInWords(value, number)))
  return `${nameIn(workbook, sheet)}${cellName(row, column)} was ${was} and is ${is}`
}

/** What is expected of a cell, and the workbook in which it must be found there. */
export interface Expected {
  value: Scalar | undefined
  on: Workbook
  /** What it stands on was spoilt: then nothing is right. */
  spoilt?: Spoilt
}

/**
 * What a formula is expected to give in a cell: worked out from the trainee's own cells, so that what follows from an
 * earlier result is right. Where an earlier own result is an error, expected and found are both worked out from the
 * model's, so that it is charged once. Still an error where that doesn't help: then nothing is right.
 */
export function expectedOn(grounds: Grounds, formula: Formula, sheet: number, row: number, column: number): Expected {
  const worked = (book: Workbook): Scalar => resultIn(book, sheet, row, column, formula.tree)
  const value = worked(grounds.own)
  const spoilt = spoiltUnder(grounds, formula.tree, sheet, row)
  if (spoilt) return { value, on: grounds.own, spoilt }
  if (!isError(value)) return { value, on: grounds.own }
  const on = grounds.mended()
  return { value: worked(on), on }
}
