import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { compared, minus, rational, times } from '../../../ground/numbers'
import type { Rational } from '../../../ground/numbers'
import { sure } from '../../../ground/sure'
import { doubled, option, optionId, partId } from '../answers/options'
import { axis, axisFault, isPlace, numberOf, plainNumber } from '../answers/scale'
import { POINTS } from '../answers/shares'

const MOST_CORNERS = 8
export const FIGURES = ['point', 'segment', 'line', 'ray', 'polygon'] as const

const part = z.strictObject({
  kind: z.literal('plane'),
  id: partId,
  across: axis,
  up: axis,
  /** What is to be drawn, each as what it is; a polygon with so many corners. */
  figures: z
    .array(option.extend({ as: z.enum(FIGURES), corners: z.int().min(3).max(MOST_CORNERS).default(3) }))
    .min(1)
    .max(8),
})
export type PlanePart = z.infer<typeof part>
export type Figure = PlanePart['figures'][number]

const point = z.strictObject({ x: plainNumber, y: plainNumber })
export type PlanePoint = z.infer<typeof point>
/** The points by which each figure was placed, as far as it was: a ray from the first through the second. */
const answer = z.record(optionId, z.array(point).min(1).max(MOST_CORNERS))
export type Drawn = z.infer<typeof answer>
const key = z.strictObject({
  kind: z.literal('plane'),
  is: z.record(optionId, z.array(point).min(1).max(MOST_CORNERS)),
  points: z.enum(POINTS).default('each'),
})

/** By how many points a figure is placed. */
export const pointsOf = ({ as, corners }: Pick<Figure, 'as' | 'corners'>): number =>
  as === 'point' ? 1 : as === 'polygon' ? corners : 2

interface Place {
  x: Rational
  y: Rational
}
const placeOf = ({ x, y }: PlanePoint): Place => ({ x: numberOf(x), y: numberOf(y) })
const isSame = (one: Place, other: Place): boolean => compared(one.x, other.x) === 0 && compared(one.y, other.y) === 0
/** Twice the area between three places: 0 where they lie on one line, and its sign says on which side. */
function turn(from: Place, over: Place, to: Place): Rational {
  const [a, b] = [minus(over.x, from.x), minus(over.y, from.y)]
  const [c, d] = [minus(to.x, from.x), minus(to.y, from.y)]
  return minus(times(a, d), times(b, c))
}
const onLine = (from: Place, over: Place, to: Place): boolean => turn(from, over, to).above === 0n
/** Whether two places lie in the same direction from a third. */
function sameWay(from: Place, one: Place, other: Place): boolean {
  const [a, b] = [minus(one.x, from.x), minus(one.y, from.y)]
  const [c, d] = [minus(other.x, from.x), minus(other.y, from.y)]
  const along = minus(times(a, c), times(rational(-1n), times(b, d)))
  return onLine(from, one, other) && along.above > 0n
}

/** Whether two figures are the same, whichever points of them were given. */
function isSameFigure(as: Figure['as'], given: readonly Place[], right: readonly Place[]): boolean {
  const [one, two] = given
  const [first, second] = right
  if (!one || !first || given.length !== right.length) return false
  if (as === 'point') return isSame(one, first)
  if (as === 'polygon') {
    const turned = (by: number, back: boolean): Place[] =>
      right.map((_, at) => sure(right.at((by + (back ? -at : at)) % right.length)))
    return right.some((_, by) =>
      [false, true].some(back => turned(by, back).every((corner, at) => isSame(corner, sure(given[at])))),
    )
  }
  if (!two || !second) return false
  if (as === 'segment')
    return (isSame(one, first) && isSame(two, second)) || (isSame(one, second) && isSame(two, first))
  if (as === 'ray') return isSame(one, first) && sameWay(first, second, two)
  return onLine(first, second, one) && onLine(first, second, two)
}

const pointText = ({ x, y }: PlanePoint): string => `(${x}, ${y})`
const WORDS: Readonly<Record<Figure['as'], string>> = {
  point: 'at',
  segment: 'from',
  line: 'through',
  ray: 'from',
  polygon: 'with corners',
}
const LINKS: Readonly<Record<Figure['as'], string>> = {
  point: '',
  segment: ' to ',
  line: ' and ',
  ray: ' through ',
  polygon: ', ',
}
/** A figure in words: “Cost”: line through (0, 40) and (10, 90). */
export const figureText = ({ text, as }: Figure, points: readonly PlanePoint[]): string =>
  `“${text}”: ${as} ${WORDS[as]} ${points.map(pointText).join(LINKS[as])}`
const drawnText = ({ figures }: PlanePart, drawn: Drawn): string =>
  figures
    .filter(({ id }) => id in drawn)
    .map(figure => figureText(figure, sure(drawn[figure.id])))
    .join('; ')

const isWhole = (figure: Figure, drawn: Drawn | null): boolean => drawn?.[figure.id]?.length === pointsOf(figure)

/** Points, segments, lines, rays and polygons in a plane with two axes. */
export const plane = {
  part,
  answer,
  key,
  contradiction: ({ across, up, figures }) => axisFault(across) ?? axisFault(up) ?? doubled(figures),
  refusal({ across, up, figures }, drawn) {
    for (const [id, points] of Object.entries(drawn)) {
      const figure = figures.find(one => one.id === id)
      if (!figure) return 'This isn’t among what is to be drawn.'
      if (points.length > pointsOf(figure)) return `“${figure.text}” has its points. Move one, or take it away first.`
      const off = points.find(({ x, y }) => !isPlace(x, across) || !isPlace(y, up))
      if (off) return `${pointText(off)} isn’t a place on this grid.`
      const places = points.map(placeOf)
      if (places.some((one, at) => places.slice(at + 1).some(other => isSame(one, other))))
        return `“${figure.text}” has a point there already.`
    }
    return null
  },
  progress({ figures }, drawn) {
    const whole = figures.filter(figure => isWhole(figure, drawn)).length
    const begun = figures.find(
      ({ id }) => id in (drawn ?? {}) && !isWhole(sure(figures.find(one => one.id === id)), drawn),
    )
    const missing = begun ? pointsOf(begun) - sure(sure(drawn)[begun.id]).length : 0
    const rest = begun ? `; “${begun.text}” lacks ${missing} ${missing === 1 ? 'point' : 'points'}` : ''
    return { complete: whole === figures.length, words: `${whole} of ${figures.length} drawn${rest}` }
  },
  judge(asked, drawn, { is, points }) {
    const expected = `${drawnText(asked, is)}.`
    if (!drawn || Object.keys(drawn).length === 0) return unanswered(expected)
    const wanted = asked.figures.filter(({ id }) => id in is)
    const isRight = ({ id, as }: Figure): boolean =>
      isSameFigure(as, (drawn[id] ?? []).map(placeOf), sure(is[id]).map(placeOf))
    const right = wanted.filter(isRight).length
    const met = right === wanted.length
    const off = wanted.find(figure => isWhole(figure, drawn) && !isRight(figure))
    const found = `${drawnText(asked, drawn)}.`
    const fault = off ? 'wrong-place' : 'left-open'
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met, share: right / wanted.length, expected, found, fault }
  },
  sentence: (asked, drawn) => drawnText(asked, drawn) || 'nothing',
} satisfies QuestionKind<PlanePart, Drawn, z.infer<typeof key>>
