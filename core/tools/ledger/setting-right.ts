import { modelOf, shareOut } from './checks/sharing'
import type { LedgerContext } from './checks/sharing'
import { entries, withEntry } from './journal'
import { apply } from './ops'
import type { Entry, LedgerState } from './state'

/**
 * The books with one step set right: without the entries that are that step's, right or wrong, and with its
 * model's after what stays. Entries for other steps stay and are numbered anew, and so do those that cancel each
 * other. Null where the model can't be posted on them.
 */
export function setRight(state: LedgerState, context: LedgerContext): LedgerState | null {
  const { right, meant, slips } = shareOut(state, context)
  const { step } = context
  // An entry that is another step's too stays whole; this step's movement is then there already.
  const shared = new Set([...right].flatMap(([other, share]) => (other === step ? [] : share.entries)))
  const mine = [...(right.get(step)?.entries ?? []), ...(meant.get(step) ?? []), ...(slips.get(step) ?? [])]
  const taken = new Set(mine.filter(entry => !shared.has(entry)))
  const all = entries(state)
  const numbers = new Set([...taken].map(({ number }) => number))
  const gone = ({ number, reverses }: Entry): boolean => numbers.has(number) || numbers.has(reverses ?? 0)
  const kept = all.slice(state.opening).filter(entry => !gone(entry))
  let books = renumbered(state, kept)
  if (taken.size < mine.length) return books
  for (const op of modelOf(context)) {
    const applied = apply(books, op)
    if (!applied.ok) return null
    books = applied.state
  }
  return { ...books, draft: state.draft, view: state.view, account: state.account }
}

/** The books as they began, with these entries of the trainee's after them. */
function renumbered(state: LedgerState, kept: readonly Entry[]): LedgerState {
  const numbers = new Map(kept.map(({ number }, index) => [number, state.opening + index + 1]))
  const given = entries(state).slice(0, state.opening)
  const pages = kept.reduce<LedgerState['pages']>(
    (before, { reverses, ...entry }) =>
      withEntry(before, {
        ...entry,
        number: numbers.get(entry.number) ?? entry.number,
        ...(reverses === undefined ? {} : { reverses: numbers.get(reverses) ?? reverses }),
      }),
    given.reduce<LedgerState['pages']>(withEntry, []),
  )
  return { ...state, pages }
}
