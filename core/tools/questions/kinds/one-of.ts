import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { bySeed, doubled, drawnOptions, listOrder, listed, optionId, partId, textOf } from '../answers/options'

const part = z.strictObject({ kind: z.literal('one-of'), id: partId, options: drawnOptions, order: listOrder })
export type OneOfPart = z.infer<typeof part>

const answer = optionId
/** The right option; several where each is right by itself. */
const key = z.strictObject({ kind: z.literal('one-of'), is: z.array(optionId).min(1) })

/** One choice of several. */
export const oneOf = {
  part,
  answer,
  key,
  contradiction: ({ options: given }) => doubled(given),
  refusal: ({ options: given }, id) =>
    given.some(one => one.id === id) ? null : 'There is no such option in this question.',
  progress: (_, given) => ({ complete: given !== null, words: given === null ? 'nothing chosen yet' : 'one chosen' }),
  judge({ options: given }, chosen, { is: ids }) {
    const texts = ids.map(id => textOf(given, id))
    const expected = `${listed(texts, 'or')}.`
    if (chosen === null) return unanswered(expected)
    return wholly(ids.includes(chosen), expected, `“${textOf(given, chosen)}” was chosen.`, 'other-option')
  },
  arranged: (asked, seed) => bySeed(asked, 'options', seed),
  choices: { of: ({ options: given }) => given, in: chosen => [chosen] },
  sentence: ({ options: given }, chosen) => `“${textOf(given, chosen)}”`,
} satisfies QuestionKind<OneOfPart, string, z.infer<typeof key>>
