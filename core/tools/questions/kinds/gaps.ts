import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { doubled, optionId, options, partId, textOf } from '../answers/options'
import { picture, spot } from '../../../ground/drawing/picture'
import { sure } from '../../../ground/sure'
import { POINTS } from '../answers/shares'
import { plainly } from '../answers/wording'

const MOST = 80

const gap = z.union([z.literal('typed'), z.strictObject({ options })])
type Gap = z.infer<typeof gap>
/** Words in which each gap stands as its name in braces: an address has {bits} bits. */
const words = z.string().max(400)

const part = z.strictObject({
  kind: z.literal('gaps'),
  id: partId,
  /** Where the gaps are: in a text, the cells of a table, the lines of a form, on a picture; in several of them. */
  text: words.min(1).max(2000).optional(),
  table: z
    .strictObject({
      head: z.array(z.string().min(1).max(60)).min(1).max(8),
      rows: z.array(z.array(words).min(1).max(8)).min(1).max(20),
    })
    .optional(),
  form: z
    .array(z.strictObject({ label: z.string().min(1).max(80), line: words.min(1) }))
    .min(1)
    .max(20)
    .optional(),
  picture: picture.optional(),
  /** Where on the picture gaps stand, by their middle. */
  at: z.record(optionId, spot).default({}),
  gaps: z.record(optionId, gap),
})
export type GapsPart = z.infer<typeof part>

/** What stands in each gap, as far as anything does: what was typed, or the id of an option. */
const answer = z.record(optionId, z.string().min(1).max(MOST))
const key = z.strictObject({
  kind: z.literal('gaps'),
  /** What is right in each gap: wordings, or ids of options. */
  is: z.record(optionId, z.array(z.string().min(1).max(MOST)).min(1)),
  points: z.enum(POINTS).default('each'),
})
type Filled = Readonly<Record<string, string>>

export type Piece = { words: string } | { gap: string }
/** Words in pieces: what stands there, and the gaps between. */
export function piecesOf(text: string): Piece[] {
  return text.split(/(\{[a-z0-9-]+\})/).flatMap(piece => {
    const name = /^\{([a-z0-9-]+)\}$/.exec(piece)?.[1]
    if (name !== undefined) return { gap: name }
    return piece === '' ? [] : { words: piece }
  })
}
/** The names of all gaps, in the order in which they are read and numbered. */
export const namesOf = ({ text = '', table, form = [], at }: GapsPart): string[] => [
  ...[text, ...(table?.rows.flat() ?? []), ...form.map(({ line }) => line)]
    .flatMap(piecesOf)
    .flatMap(piece => ('gap' in piece ? piece.gap : [])),
  ...Object.keys(at),
]

const shown = (asked: GapsPart, id: string, value: string): string => {
  const one = asked.gaps[id]
  return one !== undefined && one !== 'typed' ? textOf(one.options, value) : value
}
/** All of it as a sentence, with what stands in the gaps: rows of a table and lines of a form follow each other. */
function filledText(asked: GapsPart, filled: Filled): string {
  const { text, table, form = [], at } = asked
  const value = (name: string): string => shown(asked, name, filled[name] ?? '…')
  const line = (one: string): string =>
    piecesOf(one)
      .map(piece => ('words' in piece ? piece.words : value(piece.gap)))
      .join('')
  const rows = (table?.rows ?? []).map(cells => cells.map(line).flatMap((cell, column) => named(asked, column, cell)))
  const names = namesOf(asked)
  return [
    ...(text === undefined ? [] : [line(text)]),
    ...rows.map(cells => cells.join(', ')),
    ...form.map(one => `${one.label}: ${line(one.line)}`),
    ...Object.keys(at).map(name => `${names.indexOf(name) + 1}: ${value(name)}`),
  ].join('; ')
}
const named = ({ table }: GapsPart, column: number, cell: string): string[] =>
  cell === '' ? [] : [`${table?.head[column] ?? ''}: ${cell}`]

const TOLERANCE = { case: true, accents: true, punctuation: false }
const fits = (one: Gap | undefined, given: string, right: readonly string[]): boolean =>
  one === 'typed'
    ? right.some(wording => plainly(wording, TOLERANCE) === plainly(given, TOLERANCE))
    : right.includes(given)

/** Gaps in a text, a table, a form or on a picture, in which something is typed or chosen. */
export const gaps = {
  part,
  answer,
  key,
  contradiction(asked) {
    const names = namesOf(asked)
    const twice = names.find((name, at) => names.indexOf(name) !== at)
    if (twice) return `The gap ${twice} stands in it twice.`
    const open =
      names.find(name => !(name in asked.gaps)) ?? Object.keys(asked.gaps).find(name => !names.includes(name))
    if (open !== undefined) return `The gap ${open} stands in it or in the list, and not in both.`
    if (names.length === 0) return 'A question with gaps has at least one.'
    const { table, picture: drawn, at } = asked
    if (table?.rows.some(cells => cells.length !== table.head.length))
      return 'Each row of the table has as many cells as its head.'
    if (!drawn && Object.keys(at).length > 0) return 'There is no picture on which gaps could stand.'
    const outside =
      drawn && Object.entries(at).find(([, { x, y }]) => x < 0 || y < 0 || x > drawn.width || y > drawn.height)
    if (outside) return `The gap ${outside[0]} doesn’t lie on the picture.`
    for (const one of Object.values(asked.gaps)) {
      const wrong = one === 'typed' ? null : doubled(one.options)
      if (wrong) return wrong
    }
    return null
  },
  refusal(asked, filled) {
    for (const [id, value] of Object.entries(filled)) {
      const one = asked.gaps[id]
      if (one === undefined) return 'There is no such gap here.'
      if (one !== 'typed' && !one.options.some(option => option.id === value))
        return 'There is no such option in this gap.'
      if (/[\r\n]/.test(value)) return 'One line has room in a gap.'
    }
    return null
  },
  progress(asked, filled) {
    const all = Object.keys(asked.gaps).length
    const count = Object.values(filled ?? {}).filter(value => value.trim() !== '').length
    return { complete: count === all, words: `${count} of ${all} gaps filled` }
  },
  judge(asked, filled, { is, points }) {
    const ids = Object.keys(is)
    const firsts = Object.fromEntries(ids.map(id => [id, sure(sure(is[id])[0])]))
    const expected = filledText(asked, firsts)
    if (!filled || Object.keys(filled).length === 0) return unanswered(expected)
    const right = ids.filter(id => id in filled && fits(asked.gaps[id], sure(filled[id]), sure(is[id]))).length
    const met = right === ids.length
    const found = filledText(asked, filled)
    if (met || points === 'all') return wholly(met, expected, found, 'wrong-gap')
    return { met, share: right / ids.length, expected, found, fault: 'wrong-gap' }
  },
  sentence: (asked, filled) => `“${filledText(asked, filled)}”`,
} satisfies QuestionKind<GapsPart, Record<string, string>, z.infer<typeof key>>
