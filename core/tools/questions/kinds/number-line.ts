import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { partId } from '../answers/options'
import { axis, axisFault, before, equal, isPlace, negated, plainNumber, wholeFrom } from '../answers/scale'
import { POINTS, rightLessWrong } from '../answers/shares'

const MOST_PIECES = 8

const part = z.strictObject({
  kind: z.literal('number-line'),
  id: partId,
  line: axis,
  /** What can be put on it, and how much of it. */
  points: z.int().min(0).max(MOST_PIECES).default(1),
  intervals: z.int().min(0).max(MOST_PIECES).default(0),
})
export type NumberLinePart = z.infer<typeof part>

/** An interval: from and to, each end with it or not; without an end where it goes on for ever. */
const interval = z.strictObject({
  from: plainNumber.nullable(),
  to: plainNumber.nullable(),
  /** Whether the ends belong to it. */
  withFrom: z.boolean().default(true),
  withTo: z.boolean().default(true),
})
export type Interval = z.infer<typeof interval>
const laid = {
  points: z.array(plainNumber).max(MOST_PIECES).default([]),
  intervals: z.array(interval).max(MOST_PIECES).default([]),
}

const answer = z.strictObject(laid)
export type OnLine = z.infer<typeof answer>
const key = z.strictObject({
  kind: z.literal('number-line'),
  ...laid,
  /** Whole numbers are asked for: an interval is the set of those in it, however its ends are said. */
  whole: z.boolean().default(false),
  score: z.enum(POINTS).default('each'),
})

const isOpenEnded = ({ from, to }: Interval): boolean => from === null || to === null
const sameEnd = (one: string | null, other: string | null): boolean =>
  one === null || other === null ? one === other : equal(one, other)
const sameReach = (one: Interval, other: Interval): boolean =>
  sameEnd(one.from, other.from) && sameEnd(one.to, other.to)
// Of an end that isn’t there, nothing is asked.
const sameEnds = (one: Interval, other: Interval): boolean =>
  (one.from === null || one.withFrom === other.withFrom) && (one.to === null || one.withTo === other.withTo)
const sameInterval = (one: Interval, other: Interval): boolean => sameReach(one, other) && sameEnds(one, other)

/** The same interval with its first and its last whole number as ends. */
function ofWholeNumbers(one: Interval): Interval {
  const first = one.from === null ? null : wholeFrom(one.from, one.withFrom)
  const last = one.to === null ? null : negated(wholeFrom(negated(one.to), one.withTo))
  return { from: first, to: last, withFrom: true, withTo: true }
}

/** The intervals, each once. */
const distinct = (all: readonly Interval[]): Interval[] =>
  all.filter((one, at) => !all.slice(0, at).some(other => sameInterval(one, other)))

/** An interval in words: from 2, with it, to 5, without it. */
export function intervalText({ from, to, withFrom, withTo }: Interval): string {
  const begin = from === null ? 'from anywhere' : `from ${from} (${withFrom ? 'with it' : 'without it'})`
  return `${begin} ${to === null ? 'on for ever' : `to ${to} (${withTo ? 'with it' : 'without it'})`}`
}
const lineText = ({ points, intervals }: OnLine): string =>
  [...points.map(point => `a point at ${point}`), ...intervals.map(intervalText)].join('; ')

/** Points and intervals on a line of numbers. */
export const numberLine = {
  part,
  answer,
  key,
  contradiction: ({ line, points, intervals }) =>
    axisFault(line) ?? (points + intervals === 0 ? 'Nothing can be put on this line.' : null),
  refusal({ line, points: mostPoints, intervals: mostIntervals }, { points, intervals }) {
    const ends = [...points, ...intervals.flatMap(({ from, to }) => [from, to].filter(end => end !== null))]
    const off = ends.find(one => !isPlace(one, line))
    if (off !== undefined) return `${off} isn’t a place on this line.`
    if (points.length > mostPoints)
      return mostPoints === 0 ? 'No point is asked for here.' : `Points here: ${mostPoints}. Take one away first.`
    if (intervals.length > mostIntervals)
      return mostIntervals === 0
        ? 'No interval is asked for here.'
        : `Intervals here: ${mostIntervals}. Take one away first.`
    if (points.some((one, at) => points.slice(at + 1).some(other => equal(one, other))))
      return 'A point lies there already.'
    const turned = intervals.find(one => !isOpenEnded(one) && !before(sure(one.from), sure(one.to)))
    return turned ? `An interval from ${turned.from} to ${turned.to} has no length.` : null
  },
  progress({ points: mostPoints, intervals: mostIntervals }, given) {
    const [points, intervals] = [given?.points.length ?? 0, given?.intervals.length ?? 0]
    const words = [
      ...(mostPoints > 0 ? [`${points} of ${mostPoints} ${mostPoints === 1 ? 'point' : 'points'}`] : []),
      ...(mostIntervals > 0
        ? [`${intervals} of ${mostIntervals} ${mostIntervals === 1 ? 'interval' : 'intervals'}`]
        : []),
    ]
    return { complete: points === mostPoints && intervals === mostIntervals, words: words.join(', ') }
  },
  judge(_, given, { points, intervals: asked, whole, score }) {
    const expected = `${lineText({ points, intervals: asked })}.`
    if (!given || given.points.length + given.intervals.length === 0) return unanswered(expected)
    const meant = (all: readonly Interval[]): Interval[] => distinct(whole ? all.map(ofWholeNumbers) : all)
    const [intervals, laidIntervals] = [meant(asked), meant(given.intervals)]
    const rightPoints = given.points.filter(one => points.some(other => equal(one, other))).length
    const rightIntervals = laidIntervals.filter(one => intervals.some(other => sameInterval(one, other))).length
    const right = rightPoints + rightIntervals
    const laidOut = given.points.length + laidIntervals.length
    const of = points.length + intervals.length
    const [wrong, met] = [laidOut - right, right === of && laidOut === of]
    const isRight = (one: Interval): boolean =>
      meant([one]).some(own => intervals.some(other => sameInterval(own, other)))
    const endsAlone = given.intervals.some(one => !isRight(one) && asked.some(other => sameReach(one, other)))
    const found = `${lineText(given)}.`
    const fault = wrong === 0 ? 'left-open' : endsAlone ? 'other-end' : 'wrong-place'
    if (met || score === 'all') return wholly(met, expected, found, fault)
    return { met, share: rightLessWrong(right, wrong, of), expected, found, fault }
  },
  sentence: (_, given) => lineText(given) || 'nothing',
} satisfies QuestionKind<NumberLinePart, OnLine, z.infer<typeof key>>
