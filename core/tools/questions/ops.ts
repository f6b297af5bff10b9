import { z } from 'zod'
import { sure } from '../../ground/sure'
import { kindOf } from './kinds'
import type { Part } from './kinds'
import { textOf } from './answers/options'
import type { Applied } from '../tool'
import { answerTo, partNamed } from './state'
import type { QuestionsState } from './state'

const of = { part: z.string().max(60) }

/** One operation on the answers of a task. */
export const questionsOp = z.discriminatedUnion('type', [
  /** The whole answer, as the kind of the part has it. */
  z.strictObject({ type: z.literal('answer'), ...of, answer: z.json() }),
  z.strictObject({ type: z.literal('clear'), ...of }),
  /** Goes back to what was answered before. */
  z.strictObject({ type: z.literal('undo'), ...of }),
  /** Takes an undo back. */
  z.strictObject({ type: z.literal('redo'), ...of }),
  /** Rules an option out without choosing against it, or puts it back. */
  z.strictObject({ type: z.literal('rule-out'), ...of, option: z.string().max(60), on: z.boolean() }),
])
export type QuestionsOp = z.infer<typeof questionsOp>

/** What the screen does with questions: all of them are seen at once. */
export interface QuestionsOnScreen {
  op: z.input<typeof questionsOp>
  asks: { query: 'all'; seen: QuestionsState }
}

const MOST_EARLIER = 50

const refused = (refusal: string): Applied<QuestionsState> => ({ ok: false, refusal })
const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other)

export function apply(state: QuestionsState, op: QuestionsOp): Applied<QuestionsState> {
  const part = partNamed(state, op.part)
  if (!part) return refused('There is no such question in this task.')
  const before = answerTo(state, part.id)
  switch (op.type) {
    case 'answer': {
      const kind = kindOf(part)
      const read = kind.answer.safeParse(op.answer)
      if (!read.success) return refused('This is no answer to this kind of question.')
      const wrong = kind.refusal(part, read.data) ?? ruledOutIn(state, part, read.data)
      if (wrong) return refused(wrong)
      if (same(before, read.data)) return { ok: true, state }
      const goesOn = before !== null && kind.continues?.(before, read.data)
      return {
        ok: true,
        state: goesOn ? withAnswer(state, part.id, read.data) : answered(state, part.id, read.data),
      }
    }
    case 'clear':
      return before === null
        ? refused('Nothing is answered here.')
        : { ok: true, state: answered(state, part.id, null) }
    case 'undo': {
      const earlier = state.earlier[part.id] ?? []
      if (earlier.length === 0) return refused('Nothing was answered before.')
      const back = withAnswer(state, part.id, earlier.at(-1) ?? null)
      const later = [...(state.later[part.id] ?? []), before]
      return { ok: true, state: stepped(back, part.id, earlier.slice(0, -1), later) }
    }
    case 'rule-out':
      return ruleOut(state, part, op.option, op.on)
    case 'redo': {
      const later = state.later[part.id] ?? []
      if (later.length === 0) return refused('Nothing was undone.')
      const again = withAnswer(state, part.id, later.at(-1) ?? null)
      const earlier = [...(state.earlier[part.id] ?? []), before]
      return { ok: true, state: stepped(again, part.id, earlier, later.slice(0, -1)) }
    }
  }
}

/** Why an answer can’t choose what was ruled out; null where it doesn’t. */
function ruledOutIn({ ruledOut }: QuestionsState, part: Part, answer: unknown): string | null {
  const { choices } = kindOf(part)
  const out = choices?.in(answer).find(id => ruledOut[part.id]?.includes(id))
  if (out === undefined) return null
  return `“${textOf(sure(choices).of(part), out)}” is ruled out. Put it back first.`
}

function ruleOut(state: QuestionsState, part: Part, option: string, on: boolean): Applied<QuestionsState> {
  const { choices } = kindOf(part)
  const answer = answerTo(state, part.id)
  if (!choices?.of(part).some(({ id }) => id === option)) return refused('There is nothing like this to rule out here.')
  if (on && answer !== null && choices.in(answer).includes(option))
    return refused('This is what you chose. Take it away before you rule it out.')
  const others = (state.ruledOut[part.id] ?? []).filter(id => id !== option)
  return {
    ok: true,
    state: { ...state, ruledOut: { ...state.ruledOut, [part.id]: on ? [...others, option] : others } },
  }
}

function withAnswer(state: QuestionsState, id: string, answer: unknown): QuestionsState {
  const { [id]: _, ...others } = state.answers
  return { ...state, answers: answer === null ? others : { ...others, [id]: answer } }
}

/** With what can be gone back to, and forward to again. */
function stepped(
  state: QuestionsState,
  id: string,
  earlier: readonly unknown[],
  later: readonly unknown[],
): QuestionsState {
  return { ...state, earlier: { ...state.earlier, [id]: earlier }, later: { ...state.later, [id]: later } }
}

/** With an answer, and the one before it kept; null takes it away. */
export function answered(state: QuestionsState, id: string, answer: unknown): QuestionsState {
  const earlier = [...(state.earlier[id] ?? []), answerTo(state, id)].slice(-MOST_EARLIER)
  return stepped(withAnswer(state, id, answer), id, earlier, [])
}
