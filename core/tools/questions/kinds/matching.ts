import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { bySeed, doubled, listOrder, optionId, options, partId, textOf } from '../answers/options'
import { POINTS, rightLessWrong } from '../answers/shares'

const part = z.strictObject({
  kind: z.literal('matching'),
  id: partId,
  left: options,
  right: options,
  /** Of what is on the right. */
  order: listOrder,
  /** Whether something on the right belongs to one on the left at most. */
  once: z.boolean().default(true),
})
export type MatchingPart = z.infer<typeof part>

/** What belongs to each on the left, as far as anything does. */
const answer = z.record(optionId, optionId)
const key = z.strictObject({
  kind: z.literal('matching'),
  is: z.record(optionId, optionId),
  points: z.enum(POINTS).default('each'),
})
type Pairs = Readonly<Record<string, string>>

const pairsText = ({ left, right }: MatchingPart, pairs: Pairs): string =>
  left
    .filter(({ id }) => id in pairs)
    .map(({ id, text }) => `“${text}” with “${textOf(right, sure(pairs[id]))}”`)
    .join(', ')

/** Pairs between two columns. */
export const matching = {
  part,
  answer,
  key,
  contradiction({ left, right, once }) {
    if (once && right.length < left.length) return 'There is less on the right than on the left.'
    return doubled(left) ?? doubled(right)
  },
  refusal({ left, right, once }, pairs) {
    const known = Object.entries(pairs).every(
      ([one, other]) => left.some(({ id }) => id === one) && right.some(({ id }) => id === other),
    )
    if (!known) return 'There is nothing like this to pair here.'
    const used = Object.values(pairs)
    const twice = once ? used.find((id, at) => used.indexOf(id) !== at) : undefined
    return twice === undefined ? null : `“${textOf(right, twice)}” is paired already. Take that away first.`
  },
  progress({ left }, pairs) {
    const count = Object.keys(pairs ?? {}).length
    return { complete: count === left.length, words: `${count} of ${left.length} paired` }
  },
  judge(asked, pairs, { is, points }) {
    const expected = `${pairsText(asked, is)}.`
    const given = Object.keys(pairs ?? {})
    if (!pairs || given.length === 0) return unanswered(expected)
    const right = given.filter(id => pairs[id] === is[id]).length
    const wrong = given.length - right
    const all = Object.keys(is).length
    const met = right === all && wrong === 0
    const found = `${pairsText(asked, pairs)}.`
    const fault = wrong > 0 ? 'wrong-pair' : 'left-open'
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met, share: rightLessWrong(right, wrong, all), expected, found, fault }
  },
  arranged: (asked, seed) => bySeed(asked, 'right', seed),
  sentence: (asked, pairs) => pairsText(asked, pairs) || 'nothing',
} satisfies QuestionKind<MatchingPart, Record<string, string>, z.infer<typeof key>>
