import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { compared, rational } from '../../../ground/numbers'
import { partId } from '../answers/options'
import { numberOf, plainNumber } from '../answers/scale'

const MOST_PARTS = 24
const MOST_UNITS = 360

const part = z.strictObject({
  kind: z.literal('cutting'),
  id: partId,
  shape: z.enum(['bar', 'disc']),
  /** What the whole is: the season’s budget. */
  whole: z.string().min(1).max(80),
  /** Of how many units the whole is, where parts may be of different sizes; else all parts are equal. */
  units: z.int().min(2).max(MOST_UNITS).optional(),
  /** What one unit is called: hours. */
  unit: z.string().max(30).optional(),
  marks: z.boolean().default(true),
})
export type CuttingPart = z.infer<typeof part>

const answer = z.strictObject({
  /** How large each part is, in units; 1 each where all are equal. */
  parts: z.array(z.int().min(1).max(MOST_UNITS)).min(1).max(MOST_PARTS),
  /** Which parts are marked, counted from 0. */
  marked: z
    .array(
      z
        .int()
        .min(0)
        .max(MOST_PARTS - 1),
    )
    .max(MOST_PARTS),
})
export type Cut = z.infer<typeof answer>

const key = z.strictObject({
  kind: z.literal('cutting'),
  /** How large the parts are, in any order. */
  parts: z.array(z.int().min(1)).min(1).optional(),
  /** How much of the whole is marked, however it was cut. */
  marked: plainNumber.optional(),
})

const total = (parts: readonly number[]): number => parts.reduce((sum, size) => sum + size, 0)
const sorted = (parts: readonly number[]): string => [...parts].sort((one, other) => one - other).join()
const markedOf = ({ parts, marked }: Cut): number => total(marked.map(at => parts[at] ?? 0))

function partsText({ units, unit }: CuttingPart, parts: readonly number[]): string {
  if (units === undefined) return parts.length === 1 ? 'one whole' : `${parts.length} equal parts`
  return `parts of ${parts.join(', ')}${unit ? ` ${unit}` : ''}`
}
const cutText = (asked: CuttingPart, given: Cut): string =>
  `${partsText(asked, given.parts)}${asked.marks ? `; marked: ${markedOf(given)} of ${total(given.parts)}` : ''}`

/** A bar or a disc that is cut into parts, some of them marked. */
export const cutting = {
  part,
  answer,
  key,
  contradiction: () => null,
  refusal({ units, marks }, { parts, marked }) {
    if (units === undefined && parts.some(size => size !== 1)) return 'All parts are equal here.'
    if (units !== undefined && total(parts) !== units) return 'The parts don’t make up the whole.'
    if (!marks && marked.length > 0) return 'Nothing is marked here.'
    if (marked.some(at => at >= parts.length)) return 'Only a part can be marked.'
    return new Set(marked).size === marked.length ? null : 'A part can be marked once.'
  },
  progress(asked, given) {
    if (!given) return { complete: false, words: 'not cut' }
    const isCut = given.parts.length > 1
    return { complete: isCut && (!asked.marks || given.marked.length > 0), words: cutText(asked, given) }
  },
  judge(asked, given, { parts, marked }) {
    const words = [
      ...(parts ? [partsText(asked, parts)] : []),
      ...(marked === undefined ? [] : [`${marked} of the whole marked`]),
    ]
    const expected = `${words.join('; ')}.`
    if (!given) return unanswered(expected)
    const found = `${cutText(asked, given)}.`
    if (parts && sorted(given.parts) !== sorted(parts)) return wholly(false, expected, found, 'other-cut')
    if (marked === undefined) return wholly(true, expected, found, '')
    const share = rational(BigInt(markedOf(given)), BigInt(total(given.parts)))
    return wholly(compared(share, numberOf(marked)) === 0, expected, found, 'other-mark')
  },
  sentence: cutText,
} satisfies QuestionKind<CuttingPart, Cut, z.infer<typeof key>>

/** The answer before anything is done: the whole in one part. */
export const uncut = ({ units }: CuttingPart): Cut => ({ parts: [units ?? 1], marked: [] })
