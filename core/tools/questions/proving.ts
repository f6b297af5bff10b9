import type { Key } from './kinds'
import type { Proving, Twisted } from '../tool'
import type { QuestionsOp } from './ops'
import type { QuestionsState } from './state'

/** How the content proof varies answers. */
export const proving: Proving<QuestionsState, QuestionsOp, Key> = {
  harmless(ops, _, __, random): Twisted<QuestionsOp> | null {
    const last = ops.findLast(op => op.type === 'answer')
    if (!last) return null
    return random() < 0.5
      ? { change: 'answered, cleared and answered again', ops: [...ops, { type: 'clear', part: last.part }, last] }
      : {
          change: 'cleared, and gone back from that',
          ops: [...ops, { type: 'clear', part: last.part }, { type: 'undo', part: last.part }],
        }
  },
  harmful(ops) {
    const last = ops.findLast(op => op.type === 'answer')
    return last ? { change: 'cleared again', ops: [...ops, { type: 'clear', part: last.part }] } : null
  },
  following: () => null,
}
