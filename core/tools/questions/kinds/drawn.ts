import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { partId } from '../answers/options'
import { area, picture, spotText } from '../../../ground/drawing/picture'
import { sure } from '../../../ground/sure'
import { POINTS } from '../answers/shares'
import { COLOURS, encloses, joins, stroke } from '../answers/strokes'
import type { Stroke } from '../answers/strokes'
import { asSentence } from '../answers/wording'

const MOST_STROKES = 200

const part = z.strictObject({
  kind: z.literal('drawn'),
  id: partId,
  /** What is drawn on; a blank has no shapes. */
  picture,
})
export type DrawnPart = z.infer<typeof part>

const answer = z.array(stroke).min(1).max(MOST_STROKES)
export type Strokes = z.infer<typeof answer>

const target = z.strictObject({ text: z.string().min(1).max(80), area })
const asked = z.union([
  z.strictObject({ ring: target, colour: z.enum(COLOURS).optional() }),
  z.strictObject({ join: z.tuple([target, target]), colour: z.enum(COLOURS).optional() }),
])
const key = z.strictObject({
  kind: z.literal('drawn'),
  /** What goes round what, or joins what, and in which colour. */
  is: z.array(asked).min(1).max(20),
  /** What no ring goes round besides. */
  apart: z.array(area).max(20).default([]),
  points: z.enum(POINTS).default('each'),
})
type Asked = z.infer<typeof asked>

const askedText = (one: Asked): string => {
  const colour = one.colour ? `, in ${one.colour}` : ''
  if ('ring' in one) return `a ring round “${one.ring.text}”${colour}`
  return `“${one.join[0].text}” joined with “${one.join[1].text}”${colour}`
}
const KINDS = { freehand: 'freehand', line: 'a line', ring: 'a ring', text: 'a text' } as const
function strokeText(drawn: Stroke, { picture: on }: DrawnPart): string {
  const what = drawn.tool === 'text' ? `“${drawn.text}”` : KINDS[drawn.tool]
  const [first, last] = [sure(drawn.points[0]), sure(drawn.points.at(-1))]
  const middle = { x: (first.x + last.x) / 2, y: (first.y + last.y) / 2 }
  const where =
    drawn.tool === 'ring' || drawn.tool === 'text'
      ? spotText(middle, on)
      : `from ${spotText(first, on)} to ${spotText(last, on)}`
  return `${what} in ${drawn.colour}, ${where}`
}
/** What was drawn, in words: one after the other. */
export const strokesText = (on: DrawnPart, strokes: readonly Stroke[]): string =>
  strokes.map(one => strokeText(one, on)).join('; ')

/** A drawing on a picture or a blank. A program judges it where the key says what goes round or joins what. */
export const drawn = {
  part,
  answer,
  key,
  contradiction: () => null,
  refusal({ picture: { width, height } }, strokes) {
    const points = strokes.flatMap(one => one.points)
    if (points.some(({ x, y }) => x < 0 || y < 0 || x > width || y > height)) return 'This goes beyond the picture.'
    return points.length > 10_000 ? 'This is more than one drawing can hold. Take something away first.' : null
  },
  progress: (_, strokes) => ({
    complete: strokes !== null,
    words: strokes === null ? 'nothing drawn yet' : `${strokes.length} drawn`,
  }),
  judge(on, strokes, { is, apart, points }) {
    const expected = asSentence(is.map(askedText).join('; '))
    if (!strokes) return unanswered(expected)
    const rings = is.flatMap(one => ('ring' in one ? [one.ring.area] : []))
    const fits = (drawn: Stroke, one: Asked, anyColour = false): boolean => {
      if (!anyColour && one.colour && drawn.colour !== one.colour) return false
      if ('join' in one) return joins(drawn, one.join[0].area, one.join[1].area)
      const others = [...apart, ...rings.filter(other => other !== one.ring.area)]
      return encloses(drawn, one.ring.area, others)
    }
    const right = is.filter(one => strokes.some(drawn => fits(drawn, one))).length
    const coloured = is.filter(one => strokes.some(drawn => fits(drawn, one, true))).length
    const found = `${strokesText(on, strokes)}.`
    const fault = coloured > right ? 'other-colour' : 'not-drawn-so'
    const met = right === is.length
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met, share: right / is.length, expected, found, fault }
  },
  sentence: (on, strokes) => strokesText(on, strokes),
} satisfies QuestionKind<DrawnPart, Strokes, z.infer<typeof key>>
