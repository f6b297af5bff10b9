import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { partId } from '../answers/options'

const MOST_CHARACTERS = 20_000
const words = z.int().min(1).max(3000)

const part = z.strictObject({
  kind: z.literal('written'),
  id: partId,
  /** How many words it has at the least and at the most. */
  least: words.optional(),
  most: words.optional(),
  /** Whether formulas can be put in: each stands between ‹ and ›, typed as in a question for a formula. */
  formulas: z.boolean().default(false),
})
export type WrittenPart = z.infer<typeof part>

const answer = z.string().max(MOST_CHARACTERS)
/** What a program can say of a text: whether it is as long as asked for. The rest is for a marker. */
const key = z.strictObject({ kind: z.literal('written') })

const WORD = /[\p{L}\p{N}]+(?:[’'\-.,][\p{L}\p{N}]+)*/gu
const FORMULA = /‹([^‹›\n]{1,400})›/g
/** The formulas that were put into a text, as they were typed. */
export const formulasIn = (text: string): string[] =>
  [...text.matchAll(FORMULA)].map(([, formula]) => sure(formula).trim())

/**
 * How many words a text has: letters and digits in a row, with what joins them; 10.44.10.1 and don’t are one each. A
 * formula is one, however long it is.
 */
export const wordCount = (text: string): number => text.replace(FORMULA, ' formula ').match(WORD)?.length ?? 0

const counted = (count: number): string => `${count} ${count === 1 ? 'word' : 'words'}`
function lengthAsked({ least, most }: WrittenPart): string {
  if (least !== undefined && most !== undefined) return `${least} to ${most} words`
  if (least !== undefined) return `at least ${counted(least)}`
  return most === undefined ? 'any length' : `at most ${counted(most)}`
}

/** A text in the trainee’s own words. */
export const written = {
  part,
  answer,
  key,
  contradiction: ({ least = 0, most = Infinity }) =>
    least > most ? `A text can’t have at least ${least} and at most ${most} words.` : null,
  refusal: () => null,
  progress({ least = 1, most = Infinity }, text) {
    const count = wordCount(text ?? '')
    if (count === 0) return { complete: false, words: 'nothing written yet' }
    if (count < least) return { complete: false, words: `${counted(count)}, ${least - count} too few` }
    return count > most
      ? { complete: false, words: `${counted(count)}, ${count - most} too many` }
      : { complete: true, words: counted(count) }
  },
  judge(asked, text) {
    const expected = `A text of ${lengthAsked(asked)}.`
    const count = wordCount(text ?? '')
    if (count === 0) return unanswered(expected)
    const { least = 0, most = Infinity } = asked
    return wholly(
      count >= least && count <= most,
      expected,
      `${counted(count)}.`,
      count < least ? 'too-short' : 'too-long',
    )
  },
  sentence: (_, text) => (text.trim() === '' ? 'nothing' : `a text of ${counted(wordCount(text))}`),
} satisfies QuestionKind<WrittenPart, string, z.infer<typeof key>>
