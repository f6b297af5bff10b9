import type { SpokenAnswer } from '../../questions/spoken'
import { answerTo, partNamed } from './state'
import type { QuestionsState } from './state'

/** A question with the answer that was given to it, for whoever reads it; null for work of another tool. */
export function asQuestion(toolId: string, work: unknown, step: string): { part: unknown; answer: unknown } | null {
  if (toolId !== 'questions' || work === undefined || work === null) return null
  // The work of a tool is its own state.
  const state = work as QuestionsState
  const part = partNamed(state, step)
  return part ? { part, answer: answerTo(state, step) } : null
}

/** The recordings that answers of a task stand on now; none for work of another tool. */
export function recordingsAnswered(toolId: string, work: unknown): string[] {
  if (toolId !== 'questions' || work === undefined) return []
  const { parts, answers } = work as QuestionsState
  return parts.flatMap(({ kind, id }) => {
    // What the state holds was read by the kind’s own schema.
    const answer = kind === 'spoken' ? (answers[id] as SpokenAnswer | undefined) : undefined
    return answer && 'recording' in answer ? [answer.recording] : []
  })
}
