import { z } from 'zod'
import { kindOf } from './kinds'
import { partNamed } from './state'
import type { QuestionsState } from './state'

const packed = z.strictObject({
  answers: z.record(z.string(), z.json()),
  earlier: z.record(z.string(), z.array(z.json())),
  later: z.record(z.string(), z.array(z.json())).default({}),
  ruledOut: z.record(z.string(), z.array(z.string())).default({}),
})

/** What was answered, and before that. */
export const pack = ({ answers, earlier, later, ruledOut }: QuestionsState): unknown => ({
  answers,
  earlier,
  later,
  ruledOut,
})

/** Throws a RangeError for what `pack` never made. */
export function unpack(data: unknown, start: QuestionsState): QuestionsState {
  const read = packed.safeParse(data)
  if (!read.success) throw new RangeError(`These are no packed answers: ${read.error.message}`)
  const { answers, earlier, later, ruledOut } = read.data
  const all = [
    ...Object.entries(answers),
    ...[...Object.entries(earlier), ...Object.entries(later)].flatMap(([id, given]) =>
      given.map(one => [id, one] as const),
    ),
  ]
  for (const [id, given] of all) {
    const part = partNamed(start, id)
    if (!part) throw new RangeError(`There is no part ${id}.`)
    if (given !== null && !kindOf(part).answer.safeParse(given).success)
      throw new RangeError(`This is no answer to ${id}.`)
  }
  return { ...start, answers, earlier, later, ruledOut }
}
