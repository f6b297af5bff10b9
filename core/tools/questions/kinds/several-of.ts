import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { bySeed, doubled, drawnOptions, listOrder, listed, optionId, partId, textOf } from '../answers/options'
import { POINTS, rightLessWrong } from '../answers/shares'

const count = z.int().min(1).max(20)
/** How many may be chosen: so many, up to so many, or as many as one likes. */
const choose = z.union([z.strictObject({ exactly: count }), z.strictObject({ upTo: count }), z.literal('any-number')])
const part = z.strictObject({
  kind: z.literal('several-of'),
  id: partId,
  choose,
  options: drawnOptions,
  order: listOrder,
})
export type SeveralOfPart = z.infer<typeof part>

const answer = z.array(optionId).max(20)
const key = z.strictObject({
  kind: z.literal('several-of'),
  is: z.array(optionId).min(1),
  /** All or nothing, or each right one less each wrong one, never below nothing. */
  points: z.enum(POINTS).default('all'),
})

/** The most that can be chosen. */
export function mostOf({ choose: how, options: given }: SeveralOfPart): number {
  if (how === 'any-number') return given.length
  return 'exactly' in how ? how.exactly : how.upTo
}

/** How many are to be chosen, said beside the question. */
export function choiceText({ choose: how }: SeveralOfPart): string {
  if (how === 'any-number') return 'Choose as many as are right.'
  return 'exactly' in how ? `Choose exactly ${how.exactly}.` : `Choose up to ${how.upTo}.`
}

/** Any number of options, so many, or up to so many. */
export const severalOf = {
  part,
  answer,
  key,
  contradiction(given) {
    if (mostOf(given) > given.options.length) return 'More are to be chosen than there are.'
    return doubled(given.options)
  },
  refusal(given, ids) {
    if (ids.some(id => !given.options.some(one => one.id === id))) return 'There is no such option in this question.'
    if (new Set(ids).size !== ids.length) return 'An option can be chosen once.'
    const most = mostOf(given)
    return ids.length > most ? `${most} can be chosen here. Take one away first.` : null
  },
  progress(given, ids) {
    const chosen = ids?.length ?? 0
    const { choose: how } = given
    if (chosen === 0) return { complete: false, words: 'nothing chosen yet' }
    if (how !== 'any-number' && 'exactly' in how && chosen < how.exactly)
      return { complete: false, words: `${chosen} of ${how.exactly} chosen` }
    return { complete: true, words: `${chosen} chosen` }
  },
  judge({ options: given }, ids, { is, points }) {
    const expected = `${listed(is.map(id => textOf(given, id)))}.`
    if (!ids || ids.length === 0) return unanswered(expected)
    const right = ids.filter(id => is.includes(id)).length
    const wrong = ids.length - right
    const found = `${listed(ids.map(id => textOf(given, id)))} ${ids.length === 1 ? 'was' : 'were'} chosen.`
    const fault = wrong > 0 ? 'wrong-chosen' : 'too-few-chosen'
    const met = right === is.length && wrong === 0
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met: false, share: rightLessWrong(right, wrong, is.length), expected, found, fault }
  },
  arranged: (asked, seed) => bySeed(asked, 'options', seed),
  choices: { of: ({ options: given }) => given, in: ids => ids },
  sentence: ({ options: given }, ids) => listed(ids.map(id => textOf(given, id))),
} satisfies QuestionKind<SeveralOfPart, string[], z.infer<typeof key>>
