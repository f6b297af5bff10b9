import { z } from 'zod'
import { prefixText, readPrefix } from '../../../ground/addresses/ipv4'
import type { Prefix } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { partId } from '../answers/options'
import { asSentence } from '../answers/wording'

const MOST_PARTS = 64
const prefix = z.string().refine(text => readPrefix(text) !== null, 'a prefix such as 10.44.64.0/24')

const part = z.strictObject({
  kind: z.literal('dividing'),
  id: partId,
  /** The block of addresses that is cut. */
  block: prefix,
  /** So many parts can be marked. */
  marks: z.int().min(0).max(8).default(1),
})
export type DividingPart = z.infer<typeof part>

const answer = z.strictObject({
  /** The parts from the first address on. */
  parts: z.array(z.string().max(18)).min(1).max(MOST_PARTS),
  marked: z.array(z.string().max(18)).max(8),
})
export type Divided = z.infer<typeof answer>

const key = z.strictObject({
  kind: z.literal('dividing'),
  /** The lengths of the prefixes of all parts, in any order. */
  bits: z.array(z.int().min(0).max(32)).min(1).optional(),
  /** The parts that are marked. */
  marked: z.array(prefix).optional(),
})

const sizeOf = ({ bits }: Prefix): number => 2 ** (32 - bits)

/** Why parts aren’t a block cut up, in words; null where they are. */
function misfit(block: Prefix, texts: readonly string[]): string | null {
  const parts = texts.map(readPrefix)
  let next = block.network
  for (const [at, one] of parts.entries()) {
    if (!one) return `“${sure(texts[at])}” is no part of a block.`
    if (one.network !== next) return 'The parts of a block follow each other, without a gap.'
    next += sizeOf(one)
  }
  return next === block.network + sizeOf(block) ? null : 'The parts don’t make up the whole block.'
}

const lengthsText = (bits: readonly number[]): string => {
  const counts = new Map<number, number>()
  for (const one of bits) counts.set(one, (counts.get(one) ?? 0) + 1)
  return [...counts]
    .sort(([one], [other]) => one - other)
    .map(([one, count]) => `${count} × /${one}`)
    .join(', ')
}
const bitsIn = (parts: readonly string[]): number[] => parts.map(text => sure(readPrefix(text)).bits)
const sorted = (numbers: readonly number[]): string => [...numbers].sort((a, b) => a - b).join()
const markedText = (marked: readonly string[]): string =>
  marked.length === 0 ? 'nothing is marked' : `${marked.join(' and ')} ${marked.length === 1 ? 'is' : 'are'} marked`

/** A block of addresses cut into parts, equal or not, some of them marked. */
export const dividing = {
  part,
  answer,
  key,
  contradiction: () => null,
  refusal({ block, marks }, { parts, marked }) {
    const wrong = misfit(sure(readPrefix(block)), parts)
    if (wrong) return wrong
    if (marked.some(one => !parts.includes(one))) return 'Only a part can be marked.'
    if (new Set(marked).size !== marked.length) return 'A part can be marked once.'
    return marked.length > marks ? `${marks} can be marked here. Take a mark off first.` : null
  },
  progress({ marks }, given) {
    const parts = given?.parts.length ?? 1
    const marked = given?.marked.length ?? 0
    const words = `${parts === 1 ? 'not cut' : `${parts} parts`}${marks > 0 ? `, ${marked} of ${marks} marked` : ''}`
    return { complete: given !== null && marked === marks, words }
  },
  judge(_, given, { bits, marked }) {
    const expected = [
      bits ? `Parts of ${lengthsText(bits)}` : '',
      marked ? `${marked.join(' and ')} marked` : '',
    ].filter(Boolean)
    const words = `${expected.join('; ')}.`
    if (!given) return unanswered(words)
    const cut = bitsIn(given.parts)
    if (bits && sorted(cut) !== sorted(bits)) return wholly(false, words, `Cut into ${lengthsText(cut)}.`, 'other-cut')
    const sameMarks = !marked || [...given.marked].sort().join() === [...marked].sort().join()
    const found = marked ? markedText(given.marked) : `cut into ${lengthsText(cut)}`
    return wholly(sameMarks, words, asSentence(found), 'other-mark')
  },
  sentence: (_, { parts, marked }) => `cut into ${lengthsText(bitsIn(parts))}; ${markedText(marked)}`,
} satisfies QuestionKind<DividingPart, Divided, z.infer<typeof key>>

/** The answer before anything is done: the whole block in one part. */
export const undivided = ({ block }: DividingPart): Divided => ({
  parts: [prefixText(sure(readPrefix(block)))],
  marked: [],
})
