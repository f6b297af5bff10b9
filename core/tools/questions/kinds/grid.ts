import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { doubled, optionId, options, partId, textOf } from '../answers/options'
import { POINTS, rightLessWrong } from '../answers/shares'

const part = z.strictObject({
  kind: z.literal('grid'),
  id: partId,
  rows: options,
  columns: options,
  /** How many cells of a row can be chosen: one, or any number. */
  perRow: z.enum(['one', 'any-number']).default('one'),
})
export type GridPart = z.infer<typeof part>

/** The columns chosen in each row, as far as any are. */
const answer = z.record(optionId, z.array(optionId).min(1).max(20))
const key = z.strictObject({
  kind: z.literal('grid'),
  is: z.record(optionId, z.array(optionId).min(1)),
  points: z.enum(POINTS).default('each'),
})
type Cells = Readonly<Record<string, readonly string[]>>

const cellsText = ({ rows, columns }: GridPart, cells: Cells): string =>
  rows
    .filter(({ id }) => id in cells)
    .map(
      ({ id, text }) =>
        `“${text}”: ${sure(cells[id])
          .map(one => textOf(columns, one))
          .join(' and ')}`,
    )
    .join('; ')
const cellsOf = (cells: Cells): string[] =>
  Object.entries(cells).flatMap(([row, columns]) => columns.map(column => `${row} ${column}`))

/** A table in which cells are chosen. */
export const grid = {
  part,
  answer,
  key,
  contradiction: ({ rows, columns }) => doubled(rows) ?? doubled(columns),
  refusal({ rows, columns, perRow }, cells) {
    for (const [row, chosen] of Object.entries(cells)) {
      const known = rows.some(({ id }) => id === row) && chosen.every(one => columns.some(({ id }) => id === one))
      if (!known || new Set(chosen).size !== chosen.length) return 'There is no such cell here.'
      if (perRow === 'one' && chosen.length > 1) return 'One cell of a row can be chosen here.'
    }
    return null
  },
  progress({ rows }, cells) {
    const count = Object.keys(cells ?? {}).length
    return { complete: count === rows.length, words: `${count} of ${rows.length} rows answered` }
  },
  judge(asked, cells, { is, points }) {
    const expected = `${cellsText(asked, is)}.`
    const [given, wanted] = [cellsOf(cells ?? {}), cellsOf(is)]
    if (!cells || given.length === 0) return unanswered(expected)
    const right = given.filter(cell => wanted.includes(cell)).length
    const wrong = given.length - right
    const met = right === wanted.length && wrong === 0
    const found = `${cellsText(asked, cells)}.`
    const fault = wrong > 0 ? 'wrong-cell' : 'left-open'
    if (met || points === 'all') return wholly(met, expected, found, fault)
    return { met, share: rightLessWrong(right, wrong, wanted.length), expected, found, fault }
  },
  sentence: (asked, cells) => cellsText(asked, cells) || 'nothing',
} satisfies QuestionKind<GridPart, Record<string, string[]>, z.infer<typeof key>>
