import { z } from 'zod'
import { kindOf, part } from './kinds'
import type { Part } from './kinds'

/** The questions of a task: a part for each of its steps, called as that is. */
export const questionsSetup = z.strictObject({
  parts: z.array(part).min(1).max(40),
  /** Parts whose answers are shown beside another one, which needs them. */
  shows: z.record(z.string(), z.array(z.string()).min(1).max(8)).optional(),
})
export type QuestionsSetup = z.infer<typeof questionsSetup>

export interface QuestionsState {
  parts: readonly Part[]
  shows: Readonly<Record<string, readonly string[]>>
  /** Answers by part, each as its kind has it; none where nothing is answered. */
  answers: Readonly<Record<string, unknown>>
  /** What was answered before, the newest last; null for nothing. */
  earlier: Readonly<Record<string, readonly unknown[]>>
  /** What was undone, the next to be taken again last; gone once something new is answered. */
  later: Readonly<Record<string, readonly unknown[]>>
  /** Options that the trainee ruled out, by part: they can’t be chosen until they are put back. */
  ruledOut: Readonly<Record<string, readonly string[]>>
}

/** Throws a RangeError where the setup contradicts itself. */
export function initial(setup: QuestionsSetup): QuestionsState {
  const { parts, shows = {} } = questionsSetup.parse(setup)
  const ids = parts.map(({ id }) => id)
  const twice = ids.find((id, at) => ids.indexOf(id) !== at)
  if (twice) throw new RangeError(`Two parts are called ${twice}.`)
  for (const one of parts) {
    const wrong = kindOf(one).contradiction(one)
    if (wrong) throw new RangeError(`${one.id}: ${wrong}`)
  }
  const unknown = [...Object.keys(shows), ...Object.values(shows).flat()].find(id => !ids.includes(id))
  if (unknown) throw new RangeError(`There is no part ${unknown} whose answer could be shown.`)
  return { parts, shows, answers: {}, earlier: {}, later: {}, ruledOut: {} }
}

export const partNamed = ({ parts }: QuestionsState, id: string): Part | undefined => parts.find(one => one.id === id)
export const answerTo = ({ answers }: QuestionsState, id: string): unknown =>
  Object.hasOwn(answers, id) ? answers[id] : null
