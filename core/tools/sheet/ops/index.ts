import type { Applied } from '../../tool'
import { Calculator, costOf } from '../calculation/calculator'
import { columnNumber } from '../formula/references'
import { limits, withinAChange } from '../formula/spending'
import { changedTo, redone, undone } from '../history'
import type { SheetState } from '../state'
import { sheetNumber } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { addChart, changeChart, removeChart } from './charting'
import { copy, fill, move } from './copying'
import { filter, filterAgain, unfilter } from './filtering'
import { withGrowth } from './growing'
import { hide } from './lines'
import { replace, split, unique } from './lists'
import { checkLocked, lock } from './locking'
import { decimals, format, freeze, size } from './looks'
import { checkUnmerged, merge, unmerge } from './merging'
import { addSheet, define, forget, moveSheet, removeSheet, renameSheet } from './naming'
import type { SheetOp } from './op'
import { setPage } from './printing'
import { Refusal } from './refusal'
import { link, note } from './remarks'
import { checkInput, mark, unmark } from './rules'
import { seek } from './seeking'
import { sort } from './sorting'
import { insert, remove } from './structure'
import { subtotal, unsubtotal } from './subtotals'
import { dropTable, makeTable, withHeadingsFollowed } from './tables'
import { checkTaken } from './taking'
import { clear, write } from './writing'

export { sheetOp } from './op'
export type { SheetOp } from './op'

/** What puts something into cells; all else takes along what is there. */
const PUTTING_IN: ReadonlySet<SheetOp['type']> = new Set([
  'cell.write',
  'cells.write',
  'cells.fill',
  'cells.copy',
  'cells.replace',
  'text.split',
  'input.seek',
])

type Change = Exclude<SheetOp, { type: 'undo' | 'redo' | 'sheet.show' }>

export function apply(state: SheetState, op: SheetOp): Applied<SheetState> {
  switch (op.type) {
    case 'sheet.show': {
      const place = sheetNumber(state.workbook, op.sheet)
      return place < 0
        ? { ok: false, refusal: `There is no sheet “${op.sheet}” here.` }
        : { ok: true, state: { ...state, shown: place } }
    }
    case 'undo': {
      const before = undone(state)
      return before ? { ok: true, state: before } : { ok: false, refusal: 'There is nothing to undo.' }
    }
    case 'redo': {
      const after = redone(state)
      return after ? { ok: true, state: after } : { ok: false, refusal: 'There is nothing to do again.' }
    }
    default:
      return change(state, op)
  }
}

const TOO_MUCH = new Refusal('This takes more computing than a change may. Nothing was changed.')

/** The workbook with the change made and worked out. Throws a Refusal. */
function worked(state: SheetState, op: Change): Workbook {
  const next = changed(state.workbook, op)
  checkLocked(state.workbook, next)
  if (PUTTING_IN.has(op.type)) checkTaken(state.workbook, next)
  return next === state.workbook ? next : state.calculator.changed(state.workbook, next)
}

/** The workbook, where it can be worked out whole at the cost of a change: whoever opens it will. Throws a Refusal. */
const withinReach = (workbook: Workbook): Workbook =>
  costOf(workbook) <= limits.change ? workbook : withinAChange(() => new Calculator().whole(workbook), TOO_MUCH)

function change(state: SheetState, op: Change): Applied<SheetState> {
  try {
    const workbook = withinReach(withinAChange(() => worked(state, op), TOO_MUCH))
    const after = changedTo(state, workbook)
    return { ok: true, state: op.type === 'sheet.add' ? { ...after, shown: workbook.sheets.length - 1 } : after }
  } catch (refusal) {
    if (!(refusal instanceof Refusal)) throw refusal
    return { ok: false, refusal: refusal.message }
  }
}

/** The workbook with the change made, not yet worked out. Throws a Refusal. */
function changed(workbook: Workbook, op: Change): Workbook {
  switch (op.type) {
    case 'cell.write':
      return typedIn(workbook, op.sheet, op.cell, [[op.text]])
    case 'cells.write':
      return typedIn(workbook, op.sheet, op.cell, op.rows)
    case 'cells.clear':
      return clear(workbook, op.sheet, op.area, op.what)
    case 'cells.fill':
      return fill(workbook, op.sheet, op.from, op.to, op.how === 'series')
    case 'cells.copy':
      return copy(workbook, { sheet: op.sheet, area: op.area }, { sheet: op.toSheet, area: op.to }, op.what)
    case 'cells.move':
      return move(workbook, op.sheet, op.area, op.to)
    case 'cells.format':
      return format(workbook, op.sheet, op.area, op.format)
    case 'cells.decimals':
      return decimals(workbook, op.sheet, op.area, op.by)
    case 'rows.insert':
      return insert(workbook, op.sheet, 'rows', op.at - 1, op.count)
    case 'rows.delete':
      return remove(workbook, op.sheet, 'rows', op.at - 1, op.count)
    case 'columns.insert':
      return insert(workbook, op.sheet, 'columns', columnNumber(op.at), op.count)
    case 'columns.delete':
      return remove(workbook, op.sheet, 'columns', columnNumber(op.at), op.count)
    case 'rows.size':
      return size(workbook, op.sheet, 'rows', String(op.from), String(op.to), op.pixels)
    case 'columns.size':
      return size(workbook, op.sheet, 'columns', op.from, op.to, op.pixels)
    case 'rows.sort':
      checkUnmerged(workbook, op.sheet, op.area, 'sorting')
      return sort(workbook, op.sheet, op.area, op.by, op.heading)
    case 'panes.freeze':
      return freeze(workbook, op.sheet, op.rows, op.columns)
    case 'rows.hide':
      return hide(workbook, op.sheet, 'rows', String(op.from), String(op.to), true)
    case 'rows.show':
      return hide(workbook, op.sheet, 'rows', String(op.from), String(op.to), false)
    case 'columns.hide':
      return hide(workbook, op.sheet, 'columns', op.from, op.to, true)
    case 'columns.show':
      return hide(workbook, op.sheet, 'columns', op.from, op.to, false)
    case 'rows.filter':
      return filter(workbook, op.sheet, op.area, op.column, op.when)
    case 'filter.again':
      return filterAgain(workbook, op.sheet)
    case 'filter.remove':
      return unfilter(workbook, op.sheet)
    case 'rows.unique':
      checkUnmerged(workbook, op.sheet, op.area, 'rows are taken out')
      return unique(workbook, op.sheet, op.area, op.by, op.heading)
    case 'rows.subtotal':
      return subtotal(workbook, op.sheet, op)
    case 'rows.unsubtotal':
      return unsubtotal(workbook, op.sheet, op.area)
    case 'text.split':
      return split(workbook, op.sheet, op.area, op.at)
    case 'cells.replace': {
      const { find, whole, exactly } = op
      return replace(workbook, op.sheet, op.area, { text: find, whole, exactly }, op.by)
    }
    case 'cells.merge':
      return merge(workbook, op.sheet, op.area)
    case 'cells.unmerge':
      return unmerge(workbook, op.sheet, op.area)
    case 'cell.note':
      return note(workbook, op.sheet, op.cell, op.text)
    case 'cell.link':
      return link(workbook, op.sheet, op.cell, op.to)
    case 'input.check':
      return checkInput(workbook, op.sheet, op.area, op.rule, op.message)
    case 'cells.mark':
      return mark(workbook, op.sheet, op.marking)
    case 'cells.unmark':
      return unmark(workbook, op.sheet, op.area)
    case 'chart.add':
      return addChart(workbook, op.sheet, op.chart)
    case 'chart.change':
      return changeChart(workbook, op.sheet, op.id, op.change)
    case 'chart.remove':
      return removeChart(workbook, op.sheet, op.id)
    case 'table.make':
      return makeTable(workbook, op.sheet, op.area, op.name)
    case 'table.remove':
      return dropTable(workbook, op.name)
    case 'page.set':
      return setPage(workbook, op.sheet, op.change)
    case 'sheet.lock':
      return lock(workbook, op.sheet, op.locked)
    case 'input.seek':
      return seek(workbook, op.sheet, op.cell, op.wanted, op.by)
    case 'name.define':
      return define(workbook, op.name, op.refers)
    case 'name.remove':
      return forget(workbook, op.name)
    case 'sheet.add':
      return addSheet(workbook, op.name)
    case 'sheet.rename':
      return renameSheet(workbook, op.sheet, op.to)
    case 'sheet.remove':
      return removeSheet(workbook, op.sheet)
    case 'sheet.move':
      return moveSheet(workbook, op.sheet, op.to)
  }
}

/** What is typed at the end of a table makes it grow, and into its heading gives a column another name. */
function typedIn(
  workbook: Workbook,
  name: string,
  cell: string,
  rows: readonly (readonly (string | null)[])[],
): Workbook {
  const written = write(workbook, name, cell, rows)
  if (!written.sheets.some(({ features }) => features.tables.length > 0)) return written
  const size = { rows: rows.length, columns: Math.max(...rows.map(line => line.length)) }
  const empty = rows.every(line => line.every(text => text === null || text === ''))
  const next = empty ? written : withGrowth(workbook, written, name, cell, size)
  return withHeadingsFollowed(workbook, next)
}

/** Going from sheet to sheet changes nothing. */
export function effect(op: SheetOp): 'look' | 'change' {
  return op.type === 'sheet.show' ? 'look' : 'change'
}
