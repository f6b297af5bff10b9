import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { bySeed, doubled, listOrder, option, optionId, partId, textOf } from '../answers/options'
import { POINTS, rightLessWrong } from '../answers/shares'

const MOST_USES = 20

const part = z.strictObject({
  kind: z.literal('placing'),
  id: partId,
  /** What is placed, each so often: once where nothing is said. */
  items: z
    .array(option.extend({ uses: z.union([z.int().min(1).max(MOST_USES), z.literal('any-number')]).default(1) }))
    .min(1)
    .max(20),
  /** Of what is placed. */
  order: listOrder,
  /** Where it is placed, each with room for so much: for anything where nothing is said. */
  targets: z
    .array(option.extend({ room: z.int().min(1).max(MOST_USES).optional() }))
    .min(1)
    .max(12),
})
export type PlacingPart = z.infer<typeof part>

/** What lies in each target, as far as anything does. */
const answer = z.record(optionId, z.array(optionId).min(1).max(MOST_USES))
const key = z.strictObject({
  kind: z.literal('placing'),
  is: z.record(optionId, z.array(optionId)),
  points: z.enum(POINTS).default('each'),
})
type Placed = Readonly<Record<string, readonly string[]>>

const placedText = ({ items, targets }: PlacingPart, placed: Placed): string =>
  targets
    .filter(({ id }) => (placed[id] ?? []).length > 0)
    .map(
      ({ id, text }) =>
        `“${text}”: ${sure(placed[id])
          .map(one => textOf(items, one))
          .join(' and ')}`,
    )
    .join('; ')
const sorted = (ids: readonly string[] = []): string => [...ids].sort().join()

/** How often an item can still be placed. */
export function usesLeft({ items }: PlacingPart, placed: Placed, id: string): number {
  const uses = items.find(one => one.id === id)?.uses ?? 0
  const used = Object.values(placed)
    .flat()
    .filter(one => one === id).length
  return uses === 'any-number' ? MOST_USES : uses - used
}

/** Things that are put where they belong. */
export const placing = {
  part,
  answer,
  key,
  contradiction: ({ items, targets }) => doubled(items) ?? doubled(targets),
  refusal(asked, placed) {
    const { items, targets } = asked
    for (const [id, inside] of Object.entries(placed)) {
      const target = targets.find(one => one.id === id)
      if (!target || !inside.every(one => items.some(item => item.id === one)))
        return 'There is nothing like this here.'
      if (target.room !== undefined && inside.length > target.room)
        return `“${target.text}” has room for ${target.room}. Take something out first.`
    }
    const over = items.find(({ id }) => usesLeft(asked, placed, id) < 0)
    return over ? `“${over.text}” lies somewhere already. Take it out there first.` : null
  },
  progress(asked, placed) {
    const count = Object.values(placed ?? {}).flat().length
    const left = asked.items.filter(({ id, uses }) => uses !== 'any-number' && usesLeft(asked, placed ?? {}, id) > 0)
    return { complete: count > 0, words: `${count} placed${left.length > 0 ? `, ${left.length} left` : ''}` }
  },
  judge(asked, placed, { is, points }) {
    const expected = `${placedText(asked, is)}.`
    if (!placed || Object.keys(placed).length === 0) return unanswered(expected)
    const wanted = Object.keys(is).filter(id => sure(is[id]).length > 0)
    const right = wanted.filter(id => sorted(placed[id]) === sorted(is[id])).length
    // What lies where nothing belongs takes away.
    const wrong = Object.keys(placed).filter(id => !wanted.includes(id)).length
    const met = right === wanted.length && wrong === 0
    const found = `${placedText(asked, placed)}.`
    if (met || points === 'all') return wholly(met, expected, found, 'wrong-place')
    return { met, share: rightLessWrong(right, wrong, wanted.length), expected, found, fault: 'wrong-place' }
  },
  arranged: (asked, seed) => bySeed(asked, 'items', seed),
  sentence: (asked, placed) => placedText(asked, placed) || 'nothing',
} satisfies QuestionKind<PlacingPart, Record<string, string[]>, z.infer<typeof key>>
