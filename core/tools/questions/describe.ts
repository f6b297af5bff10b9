import { sure } from '../../ground/sure'
import { kindOf } from './kinds'
import type { QuestionsOp } from './ops'
import { partNamed } from './state'
import type { QuestionsState } from './state'

/** An op as a sentence, for logs, replays and reports. */
export function describe(op: QuestionsOp, state: QuestionsState): string {
  switch (op.type) {
    case 'answer': {
      const part = partNamed(state, op.part)
      const kind = part && kindOf(part)
      const read = kind?.answer.safeParse(op.answer)
      const fits = read?.success && sure(kind).refusal(part, read.data) === null
      return fits ? `Answered ${op.part}: ${sure(kind).sentence(part, read.data)}.` : `Tried to answer ${op.part}.`
    }
    case 'clear':
      return `Cleared the answer to ${op.part}.`
    case 'rule-out':
      return `${op.on ? 'Ruled out' : 'Put back'} ${op.option} in ${op.part}.`
    case 'redo':
      return `Went forward again to the later answer to ${op.part}.`
    case 'undo':
      return `Went back to the earlier answer to ${op.part}.`
  }
}
