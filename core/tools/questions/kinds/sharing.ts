import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { doubled, optionId, options, partId } from '../answers/options'
import { plainText } from '../answers/scale'
import { rational } from '../../../ground/numbers'
import { sure } from '../../../ground/sure'

const MOST = 1_000_000_000_000
/** Money in the smallest unit of its currency. */
const minor = z.int().min(0).max(MOST)

const part = z.strictObject({
  kind: z.literal('sharing'),
  id: partId,
  /** The sum that is shared out, and what stands before it. */
  sum: minor.min(1),
  currency: z.string().max(5).default('£'),
  among: options,
})
export type SharingPart = z.infer<typeof part>

/** What each gets, as far as it was said. */
const answer = z.record(optionId, minor)
const key = z.strictObject({ kind: z.literal('sharing'), is: z.record(optionId, minor) })
type Shares = Readonly<Record<string, number>>

/** A sum as it is written: £1,250.00. */
export const moneyText = ({ currency }: Pick<SharingPart, 'currency'>, value: number): string => {
  const [whole = '', rest = ''] = plainText(rational(BigInt(value), 100n)).split('.')
  return `${currency}${whole.replace(/\B(?=(\d{3})+$)/g, ',')}.${rest.padEnd(2, '0')}`
}
/** What isn’t given to anybody yet; below 0 where more was given than there is. */
export const left = ({ sum }: SharingPart, shares: Shares): number =>
  sum - Object.values(shares).reduce((all, one) => all + one, 0)

const sharesText = (asked: SharingPart, shares: Shares): string =>
  asked.among
    .filter(({ id }) => id in shares)
    .map(({ id, text }) => `“${text}”: ${moneyText(asked, sure(shares[id]))}`)
    .join('; ')

/** A sum of money shared out among several, to the smallest unit. */
export const sharing = {
  part,
  answer,
  key,
  contradiction: ({ among }) => doubled(among),
  refusal: ({ among }, shares) =>
    Object.keys(shares).every(id => among.some(one => one.id === id)) ? null : 'Nobody of that name shares here.',
  progress(asked, shares) {
    const rest = left(asked, shares ?? {})
    const set = Object.keys(shares ?? {}).length
    const words =
      rest === 0 ? 'all shared out' : `${moneyText(asked, Math.abs(rest))} ${rest > 0 ? 'left' : 'too much'}`
    return { complete: rest === 0 && set === asked.among.length, words }
  },
  judge(asked, shares, { is }) {
    const expected = `${sharesText(asked, is)}.`
    if (!shares || Object.keys(shares).length === 0) return unanswered(expected)
    const found = `${sharesText(asked, shares)}.`
    const wanted = Object.keys(is)
    const right = wanted.filter(id => shares[id] === is[id]).length
    if (right === wanted.length) return wholly(true, expected, found, '')
    const fault = left(asked, shares) === 0 ? 'wrong-share' : 'not-the-sum'
    return { met: false, share: right / wanted.length, expected, found, fault }
  },
  sentence: (asked, shares) => sharesText(asked, shares) || 'nothing',
} satisfies QuestionKind<SharingPart, Record<string, number>, z.infer<typeof key>>
