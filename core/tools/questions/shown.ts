import { answerTo, partNamed } from './state'
import type { QuestionsState } from './state'

/** A question with the answer that was given to it, for whoever reads it; null for work of another tool. */
export function asQuestion(toolId: string, work: unknown, step: string): { part: unknown; answer: unknown } | null {
  if (toolId !== 'questions' || work === undefined) return null
  // The work of a tool is its own state.
  const state = work as QuestionsState
  const part = partNamed(state, step)
  return part ? { part, answer: answerTo(state, step) } : null
}
