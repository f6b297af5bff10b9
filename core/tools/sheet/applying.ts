import { sure } from '../../ground/sure'
import type { Applied } from '../tool'
import { Calculator, costOf } from './calculation/calculator'
import { changeOf } from './changes'
import type { SheetOp } from './changes'
import type { Change } from './changes/change'
import { limits, withinAChange } from './formula/spending'
import { changedTo, redone, undone } from './history'
import { checkLocked } from './ops/locking'
import { Refusal } from './ops/refusal'
import { checkTaken } from './ops/taking'
import type { SheetState } from './state'
import { sheetNumber } from './workbook/workbook'
import type { Workbook } from './workbook/workbook'

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
      return changed(state, op, sure(changeOf(op)))
  }
}

const TOO_MUCH = new Refusal('This takes more computing than a change may. Nothing was changed.')

/** The workbook with the change made and worked out. Throws a Refusal. */
function worked({ workbook, calculator }: SheetState, op: SheetOp, { made, putsIn }: Change): Workbook {
  const next = made(workbook, op)
  checkLocked(workbook, next)
  if (putsIn) checkTaken(workbook, next)
  return next === workbook ? next : calculator.changed(workbook, next)
}

/** The workbook, where it can be worked out whole at the cost of a change: whoever opens it will. Throws a Refusal. */
const withinReach = (workbook: Workbook): Workbook =>
  costOf(workbook) <= limits.change ? workbook : withinAChange(() => new Calculator().whole(workbook), TOO_MUCH)

function changed(state: SheetState, op: SheetOp, change: Change): Applied<SheetState> {
  try {
    const workbook = withinReach(withinAChange(() => worked(state, op, change), TOO_MUCH))
    const after = changedTo(state, workbook)
    return { ok: true, state: op.type === 'sheet.add' ? { ...after, shown: workbook.sheets.length - 1 } : after }
  } catch (refusal) {
    if (!(refusal instanceof Refusal)) throw refusal
    return { ok: false, refusal: refusal.message }
  }
}

/** Going from sheet to sheet changes nothing. */
export function effect(op: SheetOp): 'look' | 'change' {
  return op.type === 'sheet.show' ? 'look' : 'change'
}
