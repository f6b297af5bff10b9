import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { partId } from '../answers/options'
import { area, isWithin, picture, spot, spotText } from '../../../ground/drawing/picture'
import type { Area } from '../../../ground/drawing/picture'
import { POINTS, rightLessWrong } from '../answers/shares'

const MOST_PLACES = 12

const part = z.strictObject({
  kind: z.literal('places'),
  id: partId,
  picture,
  /** So many places can be marked. */
  most: z.int().min(1).max(MOST_PLACES).default(1),
})
export type PlacesPart = z.infer<typeof part>

const answer = z.array(spot).min(1).max(MOST_PLACES)
export type Places = z.infer<typeof answer>
const key = z.strictObject({
  kind: z.literal('places'),
  /** Parts of the picture that are to be hit, each by one place, and what each is called. */
  is: z
    .array(z.strictObject({ text: z.string().min(1).max(80), area }))
    .min(1)
    .max(MOST_PLACES),
  points: z.enum(POINTS).default('each'),
})

const placesText = ({ picture: drawn }: PlacesPart, places: Places): string =>
  places.map(place => spotText(place, drawn)).join('; ')

/** The areas that were hit, each by a place of its own: where areas overlap, as many of them as can be. */
function hitBy<One extends { area: Area }>(marked: Places, areas: readonly One[]): One[] {
  const taken = new Map<number, One>()
  function takes(one: One, tried: Set<number>): boolean {
    return marked.some((place, at) => {
      if (tried.has(at) || !isWithin(place, one.area)) return false
      tried.add(at)
      const other = taken.get(at)
      if (other && !takes(other, tried)) return false
      taken.set(at, one)
      return true
    })
  }
  for (const one of areas) takes(one, new Set())
  return areas.filter(one => [...taken.values()].includes(one))
}

/** Places that are marked on a picture. */
export const places = {
  part,
  answer,
  key,
  contradiction: () => null,
  refusal({ picture: { width, height }, most }, marked) {
    if (marked.some(({ x, y }) => x < 0 || y < 0 || x > width || y > height)) return 'This place isn’t on the picture.'
    return marked.length > most ? `${most} can be marked here. Take one away first.` : null
  },
  progress: ({ most }, marked) => ({
    complete: marked?.length === most,
    words: `${marked?.length ?? 0} of ${most} marked`,
  }),
  judge(asked, marked, { is, points }) {
    const expected = `${is.map(({ text }) => `“${text}”`).join('; ')}.`
    if (!marked) return unanswered(expected)
    const hit = hitBy(marked, is)
    const right = hit.length
    // A second place in the same part is one too many.
    const wrong = marked.length - right
    const met = right === is.length && wrong === 0
    const missed = is.filter(one => !hit.includes(one)).map(({ text }) => `“${text}”`)
    const found = `${placesText(asked, marked)}.${missed.length > 0 ? ` Not marked: ${missed.join('; ')}.` : ''}`
    const fault = wrong > 0 ? 'wrong-place' : 'left-open'
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met, share: rightLessWrong(right, wrong, is.length), expected, found, fault }
  },
  sentence: placesText,
} satisfies QuestionKind<PlacesPart, Places, z.infer<typeof key>>
