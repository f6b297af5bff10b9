import { apply } from '../applying'
import { resultIn } from '../calculation/peeking'
import { precedentsOf } from '../calculation/precedents'
import { isError } from '../formula/values'
import type { Area, Scalar } from '../formula/values'
import type { SheetState } from '../state'
import type { Formula } from '../workbook/formula'
import { isWithin, valueAt, valuesIn, withSheet } from '../workbook/workbook'
import type { Input, Sheet, Workbook } from '../workbook/workbook'
import type { Placed } from '../workbook/cells'
import { changedCopy } from './changing'
import type { CellChanges } from './changing'
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

/** A cell that was given, that no step asks to change, and that holds something else now. */
interface Spoilt {
  sheet: number
  row: number
  column: number
  input: Input
}

export const asKey = (value: Scalar): string => (isError(value) ? value.code : `${typeof value} ${String(value)}`)

function spoiltIn(workbook: Workbook, context: SheetContext): Spoilt[] {
  const all: Spoilt[] = []
  const end = endOf(context)
  for (const sheet of context.start.workbook.sheets) {
    const on = workbook.sheets.findIndex(({ id }) => id === sheet.id)
    const now = workbook.sheets[on]
    const then = end.sheets.find(({ id }) => id === sheet.id)
    if (!now || !then) continue
    const spoilt: Spoilt[] = []
    for (const [row, column] of sheet.inputs.differences(now.inputs)) {
      const input = sheet.inputs.at(row, column)
      const [before, after, asked] = [sheet, now, then].map(one => valueAt(one, row, column))
      if (input === undefined || before === undefined || after === undefined || asked === undefined) continue
      if (asKey(before) === asKey(after) || asKey(before) !== asKey(asked)) continue
      spoilt.push({ sheet: on, row, column, input })
    }
    if (!areSorted(spoilt, sheet, now)) all.push(...spoilt)
  }
  return all
}

/** Whether all that changed is the order of whole rows of a list: to sort is to spoil nothing. */
function areSorted(changed: readonly Spoilt[], given: Sheet, now: Sheet): boolean {
  const rows = [...new Set(changed.map(({ row }) => row))]
  const columns = changed.map(({ column }) => column)
  let [left, right] = [Math.min(...columns), Math.max(...columns)]
  const isOfList = (column: number): boolean =>
    column >= 0 && rows.some(row => given.inputs.at(row, column) !== undefined)
  while (isOfList(left - 1)) left -= 1
  while (isOfList(right + 1)) right += 1
  const listOf = (sheet: Sheet): string =>
    rows
      .map(row =>
        Array.from({ length: right - left + 1 }, (_, at) => asKey(valueAt(sheet, row, left + at))).join('\u0000'),
      )
      .sort()
      .join('\u0001')
  return listOf(given) === listOf(now)
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
  /** What the trainee made, over what was given. Worked out where it is asked for, as the next. */
  given: () => Workbook
  /** The trainee's own, with the model's in place of earlier results that are errors. */
  mended: () => Workbook
}

const once = <Result>(work: () => Result): (() => Result) => {
  let done: { result: Result } | null = null
  return () => (done ??= { result: work() }).result
}

/** The grounds to judge these cells on. */
export function groundsOf(state: SheetState, context: SheetContext, judged: Area | null): Grounds {
  const { workbook, calculator } = state
  const spoilt = spoiltIn(workbook, context)
  const restored = (): Workbook => {
    let book = workbook
    for (const { sheet, row, column, input } of spoilt) {
      const own = book.sheets[sheet]
      if (own) book = withSheet(book, sheet, { ...own, inputs: own.inputs.with([[row, column, input]]) })
    }
    return calculator.changed(workbook, book)
  }
  return { own: workbook, spoilt, given: once(restored), mended: once(() => mendedIn(state, context, judged)) }
}

/** The same after cells were changed on a copy. */
export function groundsAfter(state: SheetState, { spoilt, given, mended }: Grounds, changes: CellChanges): Grounds {
  return {
    own: changedCopy(state, changes),
    spoilt,
    given: once(() => changedCopy({ ...state, workbook: given() }, changes)),
    mended: once(() => changedCopy({ ...state, workbook: mended() }, changes)),
  }
}

/** Where cells are to be looked at: as they are, or as they were given where that was spoilt. */
export const soundOn = (grounds: Grounds, areas: readonly Area[]): Workbook =>
  grounds.spoilt.some(({ sheet, row, column }) => areas.some(area => isWithin(area, sheet, row, column)))
    ? grounds.given()
    : grounds.own

/** What is expected of a cell, and the workbook in which it must be found there. */
export interface Expected {
  value: Scalar | undefined
  on: Workbook
}

/**
 * What a formula is expected to give in a cell: worked out from the trainee's own cells, so that what follows from an
 * earlier result is right; from what was given where the trainee spoilt that. Where an earlier own result is an error,
 * expected and found are both worked out from the model's, so that it is charged once. Still an error where that
 * doesn't help: then nothing is right.
 */
export function expectedOn(grounds: Grounds, formula: Formula, sheet: number, row: number, column: number): Expected {
  const { areas } = precedentsOf(formula.tree, sheet, row, grounds.own)
  const worked = (book: Workbook): Scalar => resultIn(book, sheet, row, column, formula.tree)
  const sound = soundOn(grounds, areas)
  const value = worked(sound)
  if (!isError(value)) return { value, on: grounds.own }
  const on = sound === grounds.own ? grounds.mended() : grounds.own
  return { value: worked(on), on }
}
