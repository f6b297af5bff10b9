import { standingEntries } from './journal'
import type { LedgerOp } from './ops'
import type { LedgerState } from './state'

/** Reverses the entries that stand now and didn't before, at the end of the period. */
export function takenBack(state: LedgerState, before: LedgerState): LedgerOp[] {
  const stood = new Set(standingEntries(before).map(({ number }) => number))
  return standingEntries(state)
    .filter(({ number }) => !stood.has(number))
    .map(({ number }) => ({ type: 'entry.reverse', entry: number, date: state.period.to }))
}
