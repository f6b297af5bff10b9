import { sure } from '../../ground/sure'
import { changeOf } from './changes'
import type { SheetOp } from './changes'

/** An op as a sentence, for logs, replays and reports. */
export function describe(op: SheetOp): string {
  switch (op.type) {
    case 'sheet.show':
      return `Looked at ${op.sheet}.`
    case 'undo':
      return 'Undid the last change.'
    case 'redo':
      return 'Did a change again.'
    default:
      return sure(changeOf(op)).told(op)
  }
}
