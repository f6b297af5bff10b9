import { z } from 'zod'
import type { QuestionKind } from './kind'

export type { Progress } from './kind'

/** All kinds of question there are, by the name that a part gives its kind. Each is loaded when a task needs it. */
const loaders = {
  'one-of': async () => (await import('./one-of')).oneOf,
  'several-of': async () => (await import('./several-of')).severalOf,
  'statements': async () => (await import('./statements')).statements,
  'short-text': async () => (await import('./short-text')).shortText,
  'number': async () => (await import('./number')).number,
  'gaps': async () => (await import('./gaps')).gaps,
  'placing': async () => (await import('./placing')).placing,
  'ordering': async () => (await import('./ordering')).ordering,
  'matching': async () => (await import('./matching')).matching,
  'grid': async () => (await import('./grid')).grid,
  'dividing': async () => (await import('./dividing')).dividing,
  'console-line': async () => (await import('./console-line')).consoleLine,
  'places': async () => (await import('./places')).places,
  'number-line': async () => (await import('./number-line')).numberLine,
  'plane': async () => (await import('./plane')).plane,
  'bars': async () => (await import('./bars')).bars,
  'cutting': async () => (await import('./cutting')).cutting,
  'sharing': async () => (await import('./sharing')).sharing,
  'formula': async () => (await import('./formula')).formula,
  'written': async () => (await import('./written')).written,
  'drawn': async () => (await import('./drawn')).drawn,
  'spoken': async () => (await import('./spoken')).spoken,
} as const
export type KindId = keyof typeof loaders
type Kinds = { [Id in KindId]: Awaited<ReturnType<(typeof loaders)[Id]>> }
export const kindIds = Object.keys(loaders) as KindId[]

/** What the trainee is shown of a question. */
export type Part = z.infer<Kinds[KindId]['part']>
/** What is right. */
export type Key = z.infer<Kinds[KindId]['key']>

/** A kind whose types are known to itself alone: its schemas guard what goes in. */
type AnyKind = QuestionKind<unknown, unknown, unknown>
const loaded = new Map<KindId, AnyKind>()

/** Loads kinds of question, each once; all of them where none are named. */
export async function loadKinds(ids: readonly KindId[] = kindIds): Promise<void> {
  await Promise.all(
    ids.map(async id => {
      if (!loaded.has(id)) loaded.set(id, (await loaders[id]()) as unknown as AnyKind)
    }),
  )
}

/** A kind that has been loaded. Throws a RangeError for one that hasn’t. */
export function kindOf({ kind }: Pick<Part, 'kind'>): AnyKind {
  const found = loaded.get(kind)
  if (!found) throw new RangeError(`The kind of question ${kind} isn’t at hand.`)
  return found
}

const ofAKind = z.looseObject({ kind: z.enum(kindIds) })
/** The kinds of the parts in what may be a setup. */
export const kindsIn = (parts: unknown): KindId[] =>
  z
    .array(ofAKind)
    .catch([])
    .parse(parts)
    .map(({ kind }) => kind)

/** What a kind’s own schema reads. The kind has to be at hand. */
const readByKind = <Read>(schemaOf: (kind: AnyKind) => z.ZodType) =>
  ofAKind.transform((value, context): Read => {
    const read = schemaOf(kindOf(value)).safeParse(value)
    if (!read.success)
      for (const issue of read.error.issues) context.issues.push({ ...issue, code: 'custom', input: value })
    return read.data as Read
  })

export const part = readByKind<Part>(kind => kind.part)
export const key = readByKind<Key>(kind => kind.key)
