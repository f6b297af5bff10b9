import { readingOf } from './kinds/number'
import type { NumberAnswer } from './kinds/number'
import { plainText } from './answers/scale'
import { answerTo, partNamed } from './state'
import type { QuestionsState } from './state'

/** A number that was answered, as a plain decimal, for later answers to follow from; null where there is none. */
export function figureOf(state: QuestionsState, step: string): string | null {
  const part = partNamed(state, step)
  const answer = answerTo(state, step)
  if (part?.kind !== 'number' || answer === null) return null
  // What the state holds was read by the kind’s own schema.
  const read = readingOf(part, answer as NumberAnswer)
  const text = read.ok ? plainText(read.value) : ''
  return /^-?\d+(\.\d+)?$/.test(text) ? text : null
}
