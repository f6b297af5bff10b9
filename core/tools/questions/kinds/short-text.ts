import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { listed, partId } from '../answers/options'
import { isMisspelt, plainly } from '../answers/wording'

const MOST = 200

const part = z.strictObject({
  kind: z.literal('short-text'),
  id: partId,
  /** Whether a slip of a letter costs: said beside the field. */
  spelling: z.boolean().default(false),
  /** At most so many characters. */
  most: z.int().min(1).max(MOST).default(80),
})
export type ShortTextPart = z.infer<typeof part>

const answer = z.string().max(MOST)
const key = z.strictObject({
  kind: z.literal('short-text'),
  /** Right wordings. */
  is: z.array(z.string().min(1).max(MOST)).min(1),
  /** Other terms that are near a right one, and wrong all the same. */
  not: z.array(z.string().min(1).max(MOST)).default([]),
  /** What counts, where it usually doesn’t. */
  exact: z.array(z.enum(['case', 'accents', 'punctuation'])).default([]),
})

const NOTHING_COUNTS = { case: true, accents: true, punctuation: true }

/** A term or a few words, typed. */
export const shortText = {
  part,
  answer,
  key,
  contradiction: () => null,
  refusal: ({ most }, text) => {
    if (/[\r\n]/.test(text)) return 'One line is asked for.'
    return [...text].length > most ? `At most ${most} characters have room here.` : null
  },
  progress(_, text) {
    const typed = (text ?? '').trim() !== ''
    return { complete: typed, words: typed ? 'typed' : 'nothing typed yet' }
  },
  judge({ spelling }, text, { is, not, exact }) {
    const expected = `${listed(is, 'or')}.`
    if (text === null || text.trim() === '') return unanswered(expected)
    const tolerance = {
      case: !exact.includes('case'),
      accents: !exact.includes('accents'),
      punctuation: !exact.includes('punctuation'),
    }
    const given = plainly(text, tolerance)
    const found = `“${text.trim()}”.`
    const rights = is.map(one => plainly(one, tolerance))
    if (rights.includes(given)) return wholly(true, expected, found, '')
    // What differs only in what counts here is no slip.
    const loosely = (one: string): string => plainly(one, NOTHING_COUNTS)
    const isSame = is.some(one => loosely(one) === loosely(text))
    const isOther = isSame || not.some(one => plainly(one, tolerance) === given)
    const misspelt = !isOther && rights.some(one => isMisspelt(given, one))
    if (misspelt && !spelling) return { met: true, share: 1, expected, found, note: 'The right term, misspelt.' }
    return wholly(false, expected, found, misspelt ? 'misspelt' : 'wrong-term')
  },
  sentence: (_, text) => `“${text}”`,
} satisfies QuestionKind<ShortTextPart, string, z.infer<typeof key>>
