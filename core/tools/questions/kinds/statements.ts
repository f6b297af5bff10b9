import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { bySeed, doubled, listOrder, optionId, options, partId } from '../answers/options'
import { POINTS, rightLessWrong } from '../answers/shares'

const part = z.strictObject({
  kind: z.literal('statements'),
  id: partId,
  statements: options,
  order: listOrder,
  /** What each can be: true or false, yes or no. */
  words: z.tuple([z.string().min(1).max(20), z.string().min(1).max(20)]).default(['True', 'False']),
})
export type StatementsPart = z.infer<typeof part>

/** What was said of each statement, as far as anything was. */
const answer = z.record(optionId, z.boolean())
const key = z.strictObject({
  kind: z.literal('statements'),
  is: z.record(optionId, z.boolean()),
  points: z.enum(POINTS).default('each'),
})

const saidOf = ({ words: [yes, no], statements }: StatementsPart, given: Readonly<Record<string, boolean>>): string =>
  statements
    .filter(({ id }) => id in given)
    .map(({ id, text }) => `“${text}”: ${given[id] ? yes : no}`)
    .join('; ')

/** Statements of which each is true or false. */
export const statements = {
  part,
  answer,
  key,
  contradiction: ({ statements: given, words: [yes, no] }) =>
    yes === no ? 'Both words are the same.' : doubled(given),
  refusal: ({ statements: given }, said) =>
    Object.keys(said).every(id => given.some(one => one.id === id)) ? null : 'There is no such statement here.',
  progress({ statements: given }, said) {
    const count = Object.keys(said ?? {}).length
    return { complete: count === given.length, words: `${count} of ${given.length} answered` }
  },
  judge(asked, said, { is, points }) {
    const ids = Object.keys(is)
    const expected = `${saidOf(asked, is)}.`
    const answered = ids.filter(id => said && id in said)
    if (!said || answered.length === 0) return unanswered(expected)
    const right = answered.filter(id => said[id] === is[id]).length
    const wrong = answered.length - right
    const met = right === ids.length
    const found = `${saidOf(asked, said)}.`
    const fault = wrong > 0 ? 'wrong-statement' : 'left-open'
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met, share: rightLessWrong(right, wrong, ids.length), expected, found, fault }
  },
  arranged: (asked, seed) => bySeed(asked, 'statements', seed),
  sentence: (asked, said) => saidOf(asked, said) || 'nothing',
} satisfies QuestionKind<StatementsPart, Record<string, boolean>, z.infer<typeof key>>
