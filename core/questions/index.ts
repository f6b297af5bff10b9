import { z } from 'zod'
import { consoleLine } from './console-line'
import { dividing } from './dividing'
import type { QuestionKind } from './kind'
import { oneOf } from './one-of'
import { severalOf } from './several-of'

export type { Progress } from './kind'

/** All kinds of question there are, by the name that a part gives its kind. */
const kinds = {
  'one-of': oneOf,
  'several-of': severalOf,
  'dividing': dividing,
  'console-line': consoleLine,
} as const
export const kindIds = Object.keys(kinds)

/** What the trainee is shown of a question. */
export const part = z.discriminatedUnion('kind', [oneOf.part, severalOf.part, dividing.part, consoleLine.part])
export type Part = z.infer<typeof part>

/** What is right. */
export const key = z.union([oneOf.key, severalOf.key, dividing.key, consoleLine.key])
export type Key = z.infer<typeof key>

/** A kind whose types are known to itself alone: its schemas guard what goes in. */
type AnyKind = QuestionKind<unknown, unknown, unknown>
export const kindOf = ({ kind }: Part): AnyKind => kinds[kind] as unknown as AnyKind
