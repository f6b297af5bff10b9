import type { SpokenAnswer } from './kinds/spoken'
import { partNamed } from './state'
import type { QuestionsState } from './state'

/** How much may be recorded for a question: nothing but for one that is answered by speaking. */
export function allowed(state: QuestionsState, step: string): { seconds: number; recordings: number } | null {
  const part = partNamed(state, step)
  return part?.kind === 'spoken' ? { seconds: part.most, recordings: part.recordings } : null
}

/** The recordings that answers stand on now. */
export function used({ parts, answers }: QuestionsState): string[] {
  return parts.flatMap(({ kind, id }) => {
    // What the state holds was read by the kind’s own schema.
    const answer = kind === 'spoken' ? (answers[id] as SpokenAnswer | undefined) : undefined
    return answer && 'recording' in answer ? [answer.recording] : []
  })
}
