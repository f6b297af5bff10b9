import type { ShownWork } from '../tool'
import { kindOf } from './kinds'
import { answerTo, partNamed } from './state'
import type { QuestionsState } from './state'

/** A question with the answer that was given to it. */
export function shown(state: QuestionsState, step: string): ShownWork | null {
  const part = partNamed(state, step)
  return part ? { part, answer: answerTo(state, step) } : null
}

/** How far an answer has come. The kind of the question has to be at hand. */
export function progress(state: QuestionsState, step: string): string | null {
  const part = partNamed(state, step)
  return part ? kindOf(part).progress(part, answerTo(state, step)).words : null
}
