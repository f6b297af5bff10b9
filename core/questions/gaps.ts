import { z } from 'zod'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { doubled, optionId, options, partId, textOf } from './options'
import { POINTS } from './shares'
import { plainly } from './wording'

const MOST = 80

const gap = z.union([z.literal('typed'), z.strictObject({ options })])
type Gap = z.infer<typeof gap>

const part = z.strictObject({
  kind: z.literal('gaps'),
  id: partId,
  /** A text in which each gap stands as its name in braces: an address has {bits} bits. */
  text: z.string().min(1).max(2000),
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

/** A text in pieces: what stands there, and the gaps between. */
export function piecesOf({ text }: GapsPart): ({ words: string } | { gap: string })[] {
  return text.split(/(\{[a-z0-9-]+\})/).flatMap(piece => {
    const name = /^\{([a-z0-9-]+)\}$/.exec(piece)?.[1]
    if (name !== undefined) return { gap: name }
    return piece === '' ? [] : { words: piece }
  })
}
const namesOf = (asked: GapsPart): string[] => piecesOf(asked).flatMap(piece => ('gap' in piece ? piece.gap : []))

const shown = (asked: GapsPart, id: string, value: string): string => {
  const one = asked.gaps[id]
  return one !== undefined && one !== 'typed' ? textOf(one.options, value) : value
}
const filledText = (asked: GapsPart, filled: Filled): string =>
  piecesOf(asked)
    .map(piece => ('words' in piece ? piece.words : shown(asked, piece.gap, filled[piece.gap] ?? '…')))
    .join('')

const TOLERANCE = { case: true, accents: true, punctuation: false }
const fits = (one: Gap | undefined, given: string, right: readonly string[]): boolean =>
  one === 'typed'
    ? right.some(wording => plainly(wording, TOLERANCE) === plainly(given, TOLERANCE))
    : right.includes(given)

/** A text with gaps in which something is typed or chosen. */
export const gaps = {
  part,
  answer,
  key,
  contradiction(asked) {
    const names = namesOf(asked)
    const twice = names.find((name, at) => names.indexOf(name) !== at)
    if (twice) return `The gap ${twice} stands in the text twice.`
    const open =
      names.find(name => !(name in asked.gaps)) ?? Object.keys(asked.gaps).find(name => !names.includes(name))
    if (open !== undefined) return `The gap ${open} stands in the text or in the list, and not in both.`
    if (names.length === 0) return 'A text with gaps has at least one.'
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
    const firsts = Object.fromEntries(ids.map(id => [id, is[id]![0]!]))
    const expected = filledText(asked, firsts)
    if (!filled || Object.keys(filled).length === 0) return unanswered(expected)
    const right = ids.filter(id => id in filled && fits(asked.gaps[id], filled[id]!, is[id]!)).length
    const met = right === ids.length
    const found = filledText(asked, filled)
    if (met || points === 'all') return wholly(met, expected, found, 'wrong-gap')
    return { met, share: right / ids.length, expected, found, fault: 'wrong-gap' }
  },
  sentence: (asked, filled) => `“${filledText(asked, filled)}”`,
} satisfies QuestionKind<GapsPart, Record<string, string>, z.infer<typeof key>>
