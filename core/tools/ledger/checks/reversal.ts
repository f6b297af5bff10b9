import { z } from 'zod'
import { sure } from '../../../ground/sure'
import type { Finding } from '../../tool'
import { entries, entryOf, reversalOf, standingEntries } from '../journal'
import { dayInWords, entryName } from '../state'
import type { Entry, LedgerState } from '../state'
import { movementOf, sameMovement, turned } from './nets'
import { dateRange } from './expected'
import { datedInWords, finding, inRange } from './wording'

/** A criterion of form: the way in which an entry was undone is what is learnt. */
export const reversedCheck = z.strictObject({
  kind: z.literal('entry-reversed'),
  entry: z.int().positive(),
  ...dateRange,
})
export type ReversedCheck = z.infer<typeof reversedCheck>

export function judgeReversed(state: LedgerState, check: ReversedCheck): Finding {
  const name = entryName(check.entry)
  const expected = `${name} is reversed by a linked entry dated ${datedInWords(check)}.`
  const reversal = reversalOf(state, check.entry)
  if (reversal) {
    return finding(inRange(reversal.date, check), {
      expected,
      found: `${entryName(reversal.number)} reverses it, dated ${dayInWords(reversal.date)}.`,
      fault: 'wrong-date',
    })
  }
  const other = entries(state)
    .slice(state.opening)
    .find(entry => entry.reverses !== undefined)
  if (other) {
    return finding(false, {
      expected,
      found: `${entryName(other.number)} reverses ${entryName(sure(other.reverses))}.`,
      fault: 'wrong-entry-reversed',
    })
  }
  const mirror = mirrorOf(state, check.entry)
  return mirror
    ? finding(false, {
        expected,
        found: `${entryName(mirror.number)} mirrors it but isn’t linked to it.`,
        fault: 'not-linked',
      })
    : finding(false, { expected, found: `${name} stands unreversed.`, fault: 'not-reversed' })
}

/** A trainee's own entry that undoes the one with this number without being linked to it. */
function mirrorOf(state: LedgerState, number: number): Entry | undefined {
  const original = entryOf(state, number)
  if (!original) return undefined
  const undone = turned(movementOf(original.lines))
  return standingEntries(state).find(entry => sameMovement(movementOf(entry.lines), undone))
}
