import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { doubled, listed, optionId, options, partId, textOf } from '../answers/options'
import { POINTS } from '../answers/shares'

/** Things in the order in which the trainee first sees them, which must not be the right one. */
const part = z.strictObject({ kind: z.literal('ordering'), id: partId, items: options })
export type OrderingPart = z.infer<typeof part>

const answer = z.array(optionId).min(2).max(20)
const key = z.strictObject({
  kind: z.literal('ordering'),
  is: z.array(optionId).min(2),
  points: z.enum(POINTS).default('each'),
})

/** How many things stand in the right order to each other, at the most, with the others taken out. */
export function longestRun(order: readonly string[], right: readonly string[]): number {
  const places = order.map(id => right.indexOf(id))
  const longest: number[] = []
  for (const [at, place] of places.entries()) {
    const before = longest.slice(0, at).filter((_, other) => sure(places[other]) < place)
    longest.push(1 + Math.max(0, ...before))
  }
  return Math.max(0, ...longest)
}

/** A list that is put in order. */
export const ordering = {
  part,
  answer,
  key,
  contradiction: ({ items }) => doubled(items),
  refusal: ({ items }, order) =>
    order.length === items.length && new Set(order).size === order.length && items.every(({ id }) => order.includes(id))
      ? null
      : 'Each of the things stands in the list once.',
  progress: (_, order) => ({ complete: order !== null, words: order ? 'put in order' : 'not touched yet' }),
  judge({ items }, order, { is, points }) {
    const texts = (ids: readonly string[]): string => ids.map(id => textOf(items, id)).join(', then ')
    const expected = `${texts(is)}.`
    if (!order) return unanswered(expected)
    const run = longestRun(order, is)
    const met = run === is.length
    const found = `${texts(order)}.`
    if (met || points === 'all') return wholly(met, expected, found, 'other-order')
    // One thing alone is in order with itself.
    return { met, share: (run - 1) / (is.length - 1), expected, found, fault: 'other-order' }
  },
  sentence: ({ items }, order) => listed(order.map(id => textOf(items, id))),
} satisfies QuestionKind<OrderingPart, string[], z.infer<typeof key>>
