import { z } from 'zod'
import { entries, entryCount, entryOf, withEntry } from './journal'
import { day, side, view, writtenEntry } from './state'
import type { LedgerState } from './state'

const packedBooks = z.strictObject({
  /** What the trainee posted, in order; the entries given at the start are known. */
  entries: z.array(
    z.strictObject({
      number: z.int().positive(),
      date: day,
      narration: z.string(),
      lines: z.array(z.strictObject({ account: z.string(), side, amount: z.int() })),
      reverses: z.int().positive().optional(),
    }),
  ),
  draft: writtenEntry,
  view,
  account: z.string().nullable(),
})

/** The books without what stood in them at the start. */
export function pack(state: LedgerState, start: LedgerState): unknown {
  return {
    entries: entries(state).slice(entryCount(start)),
    draft: state.draft,
    view: state.view,
    account: state.account,
  }
}

/**
 * What was posted, in order, and stands. An entry and its reversal on the same day leave the books as they were; what
 * is being written isn't in them yet.
 */
export function comesTo(state: LedgerState, start: LedgerState): unknown {
  const own = entries(state).slice(entryCount(start))
  const reversed = new Set(own.map(({ reverses }) => reverses))
  const undone = new Set(
    own.flatMap(({ number, date, reverses = 0 }) => {
      const isOwn = reverses > entryCount(start) && entryOf(state, reverses)?.date === date
      return isOwn && !reversed.has(number) ? [number, reverses] : []
    }),
  )
  return own.filter(({ number }) => !undone.has(number)).map(({ number: _, ...entry }) => entry)
}

/** The books again: the start with what was posted since. Throws a RangeError for anything else. */
export function unpack(packed: unknown, start: LedgerState): LedgerState {
  const read = packedBooks.safeParse(packed)
  if (!read.success) throw new RangeError(`These aren't packed books: ${read.error.message}`)
  const { entries: posted, ...rest } = read.data
  const pages = posted.reduce<LedgerState['pages']>((before, { reverses, ...entry }) => {
    return withEntry(before, { ...entry, ...(reverses === undefined ? {} : { reverses }) })
  }, start.pages)
  return { ...start, ...rest, pages }
}
