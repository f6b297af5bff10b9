import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { doubled, option, optionId, partId } from '../answers/options'
import { absolute, compared, minus } from '../../../ground/numbers'
import { sure } from '../../../ground/sure'
import { axis, axisFault, isPlace, numberOf, plainNumber } from '../answers/scale'
import { POINTS } from '../answers/shares'

const part = z.strictObject({
  kind: z.literal('bars'),
  id: partId,
  bars: z.array(option).min(1).max(24),
  height: axis,
  /** Whether they touch, as in a histogram: each stands for a stretch, and there is nothing in between. */
  joined: z.boolean().default(false),
  /** Bars that stand already, and can’t be pulled. */
  given: z.record(optionId, plainNumber).default({}),
})
export type BarsPart = z.infer<typeof part>

/** How high each is, as far as it was pulled. */
const answer = z.record(optionId, plainNumber)
const key = z.strictObject({
  kind: z.literal('bars'),
  is: z.record(optionId, plainNumber),
  /** How far off each may be. */
  within: plainNumber.default('0'),
  points: z.enum(POINTS).default('each'),
})
type Heights = Readonly<Record<string, string>>

const heightsText = ({ bars }: BarsPart, heights: Heights): string =>
  bars
    .filter(({ id }) => id in heights)
    .map(({ id, text }) => `“${text}”: ${sure(heights[id])}`)
    .join('; ')

/** The heights of a bar chart or a histogram. */
export const bars = {
  part,
  answer,
  key,
  contradiction({ bars: all, height, given }) {
    const stranger = Object.keys(given).find(one => !all.some(({ id }) => id === one))
    if (stranger !== undefined) return `There is no bar ${stranger}.`
    const off = Object.values(given).find(one => !isPlace(one, height))
    return doubled(all) ?? axisFault(height) ?? (off === undefined ? null : `${off} isn’t a height here.`)
  },
  refusal({ bars: all, height, given }, heights) {
    for (const [id, value] of Object.entries(heights)) {
      if (!all.some(one => one.id === id)) return 'There is no such bar here.'
      if (id in given) return 'This bar stands as it is.'
      if (!isPlace(value, height)) return `${value} isn’t a height here.`
    }
    return null
  },
  progress({ bars: all, given }, heights) {
    const open = all.length - Object.keys(given).length
    const set = Object.keys(heights ?? {}).length
    return { complete: set === open, words: `${set} of ${open} bars set` }
  },
  judge(asked, heights, { is, within, points }) {
    const expected = `${heightsText(asked, is)}.`
    if (!heights || Object.keys(heights).length === 0) return unanswered(expected)
    const wanted = Object.keys(is)
    const isRight = (id: string): boolean => {
      const value = heights[id]
      if (value === undefined) return false
      return compared(absolute(minus(numberOf(value), numberOf(sure(is[id])))), numberOf(within)) <= 0
    }
    const right = wanted.filter(isRight).length
    const wrong = wanted.filter(id => id in heights && !isRight(id)).length
    const met = right === wanted.length
    const found = `${heightsText(asked, heights)}.`
    const fault = wrong > 0 ? 'wrong-height' : 'left-open'
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met, share: right / wanted.length, expected, found, fault }
  },
  sentence: (asked, heights) => heightsText(asked, heights) || 'nothing',
} satisfies QuestionKind<BarsPart, Record<string, string>, z.infer<typeof key>>
