import { judge } from './checks'
import type { SheetContext } from './checks/places'
import { apply } from './applying'
import type { SheetState } from './state'

/**
 * The workbook with one step set right: its model done on top of the trainee's own work, so that all other cells
 * stay as they are. Null where that doesn't make the step right.
 */
export function setRight(from: SheetState, context: SheetContext): SheetState | null {
  const step = context.task.steps.find(({ id }) => id === context.step)
  if (!step) return null
  let state = from
  for (const op of step.model) {
    const applied = apply(state, op)
    if (!applied.ok) return null
    state = applied.state
  }
  const right = step.checks.every(check => judge(state, check, context).met)
  return right ? { ...state, shown: Math.min(from.shown, state.workbook.sheets.length - 1) } : null
}
