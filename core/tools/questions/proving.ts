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
  givenAway: check => {
    const { is } = check as { is?: unknown }
    if (Array.isArray(is))
      return is.filter(one => TELLING.has(String(one))).map(id => `the id ${String(id)} says that it is right.`)
    if (typeof is !== 'object' || is === null) return []
    return Object.entries(is)
      .filter(([id, answers]) => [answers].flat().some(one => plain(one) === plain(id)))
      .map(([id]) => `the id ${id} is its own answer.`)
  },
  following: () => null,
}

/** Ids that say of what they name that it is the answer. */
const TELLING: ReadonlySet<string> = new Set(['right', 'correct', 'answer', 'key', 'true', 'solution'])
const plain = (text: unknown): string =>
  String(text)
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '')
