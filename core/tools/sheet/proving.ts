import { pick } from '../../ground/random'
import { sure } from '../../ground/sure'
import type { Proving, Random } from '../tool'
import { placeIn } from './workbook/places'
import type { SheetCheck } from './checks'
import type { SheetContext } from './checks/places'
import { readReference } from './formula/references'
import { cellName } from './formula/references'
import { apply } from './applying'
import type { SheetOp } from './changes'
import { spoiled } from './spoiling'
import type { SheetState } from './state'
import { asTyped } from './typing'
import { extentOf, sheetNumber, valueAt } from './workbook/workbook'

type Write = Extract<SheetOp, { type: 'cell.write' }>

const isWrite = (op: SheetOp): op is Write => op.type === 'cell.write'

/** A cell that no formula of the task is near to: below and to the right of everything. */
function farAway(state: SheetState, random: Random): SheetOp {
  const sheet = sure(pick(state.workbook.sheets, random))
  const { rows, columns } = extentOf(sheet)
  const cell = cellName(rows + 40 + Math.floor(random() * 60), columns + 4 + Math.floor(random() * 4))
  return { type: 'cell.write', sheet: sheet.name, cell, text: sure(pick(['rough', '12.5', '=1+1'], random)) }
}

/** Looks at sheets between the operations. */
const withLooks = (ops: readonly SheetOp[], state: SheetState, random: Random): SheetOp[] =>
  ops.flatMap(op => [op, { type: 'sheet.show', sheet: sure(pick(state.workbook.sheets, random)).name }])

/** Something done and undone between the operations. */
function withSlip(ops: readonly SheetOp[], state: SheetState, random: Random): SheetOp[] {
  const at = Math.floor(random() * (ops.length + 1))
  const sheet = sure(pick(state.workbook.sheets, random))
  const { rows, columns } = extentOf(sheet)
  const area = cellName(Math.floor(random() * rows), Math.floor(random() * columns))
  const slip: SheetOp =
    random() < 0.5
      ? { type: 'cells.clear', sheet: sheet.name, area, what: 'all' }
      : { type: 'cell.write', sheet: sheet.name, cell: area, text: 'slip' }
  // What changes nothing can't be undone.
  const changes =
    sheet.inputs.at(sure(readReference(area)).start.row, sure(readReference(area)).start.column) !== undefined ||
    slip.type === 'cell.write'
  // Nor what is refused, on a locked sheet or where a cell doesn’t take it.
  const taken = changes && apply(played(ops.slice(0, at), state), slip).ok
  return taken ? [...ops.slice(0, at), slip, { type: 'undo' }, ...ops.slice(at)] : [...ops]
}

/** Cells typed in another order, where nothing but typing happens. */
function otherOrder(ops: readonly SheetOp[], random: Random): SheetOp[] | null {
  if (ops.length < 2 || !ops.every(isWrite)) return null
  const cells = new Set(ops.map(({ sheet, cell }) => `${sheet} ${cell}`))
  if (cells.size < ops.length) return null
  const from = 1 + Math.floor(random() * (ops.length - 1))
  return [...ops.slice(from), ...ops.slice(0, from)]
}

/** A formula with brackets round it and spaces in it: the same formula. */
function otherwiseWritten(ops: readonly SheetOp[], random: Random): SheetOp[] | null {
  const write = pick(
    ops.filter(op => isWrite(op) && op.text.startsWith('=')),
    random,
  ) as Write | undefined
  if (!write) return null
  return ops.map(op => (op === write ? { ...write, text: `=( ${write.text.slice(1)} )` } : op))
}

const checksOf = ({ task, step }: SheetContext): readonly SheetCheck[] =>
  task.steps.find(({ id }) => id === step)?.checks ?? []

/** The workbook after these operations. */
function played(ops: readonly SheetOp[], before: SheetState): SheetState {
  return ops.reduce((state, op) => {
    const applied = apply(state, op)
    return applied.ok ? applied.state : state
  }, before)
}

/** The first cell that a check of one of these kinds asks about. */
function asked(context: SheetContext, kinds: readonly SheetCheck['kind'][], state: SheetState, random: Random) {
  const check = pick(
    checksOf(context).filter(({ kind }) => kinds.includes(kind)),
    random,
  )
  const area = check && 'at' in check ? placeIn(state.workbook, check.at) : null
  if (!area) return null
  const row = area.top + Math.floor(random() * (area.bottom - area.top + 1))
  const column = area.left + Math.floor(random() * (area.right - area.left + 1))
  return { sheet: sure(state.workbook.sheets[area.sheet]), row, column }
}

export const proving: Proving<SheetState, SheetOp, SheetCheck> = {
  harmless(ops, before, context, random) {
    const unused = checksOf(context).every(({ kind }) => kind !== 'sheets')
    const changes = [
      () => ({ change: 'looks in between', ops: withLooks(ops, before, random) }),
      () => ({ change: 'something done and undone', ops: withSlip(ops, before, random) }),
      () => (unused ? { change: 'a note far away', ops: [...ops, farAway(played(ops, before), random)] } : null),
      () => {
        const turned = otherOrder(ops, random)
        return turned && { change: 'cells in another order', ops: turned }
      },
      () => {
        const written = otherwiseWritten(ops, random)
        return written && { change: 'a formula in brackets', ops: written }
      },
    ]
    return sure(pick(changes, random))()
  },
  harmful(ops, before, context, random) {
    const after = played(ops, before)
    const found = spoiling(ops, after, context, random)
    const op = found?.ops.at(-1)
    // What is refused changes nothing.
    return found && op && apply(after, op).ok ? found : null
  },
  following: ops => ops,
}

function spoiling(
  ops: readonly SheetOp[],
  after: SheetState,
  context: SheetContext,
  random: Random,
): { change: string; ops: readonly SheetOp[] } | null {
  const following = asked(context, ['follows', 'uses', 'consistent'], after, random)
  if (following && random() < 0.5) {
    const { sheet, row, column } = following
    const value = valueAt(sheet, row, column)
    if (typeof value !== 'number' && typeof value !== 'string') return null
    const text = asTyped(value)
    return {
      change: 'a typed value in place of a formula',
      ops: [...ops, { type: 'cell.write', sheet: sheet.name, cell: cellName(row, column), text }],
    }
  }
  const arranged = spoiled(pick(checksOf(context), random), after, random)
  if (arranged && (random() < 0.3 || !asked(context, ['value', 'follows'], after, random)))
    return { change: arranged.change, ops: [...ops, arranged.op] }
  const cell = asked(context, ['value', 'follows'], after, random)
  if (!cell) return null
  const value = valueAt(cell.sheet, cell.row, cell.column)
  const at = { sheet: cell.sheet.name, cell: cellName(cell.row, cell.column) }
  if (sheetNumber(after.workbook, at.sheet) < 0) return null
  if (value === null)
    return { change: 'something in an empty cell', ops: [...ops, { type: 'cell.write', ...at, text: '1' }] }
  if (typeof value === 'number')
    return { change: 'another number', ops: [...ops, { type: 'cell.write', ...at, text: String(value + 1) }] }
  return {
    change: 'a cell left empty',
    ops: [...ops, { type: 'cells.clear', sheet: at.sheet, area: at.cell, what: 'contents' }],
  }
}
