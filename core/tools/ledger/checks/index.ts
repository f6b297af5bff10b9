import { z } from 'zod'
import type { Finding } from '../../tool'
import { balanceFrom, totalsOf } from '../balances'
import type { Account, LedgerState } from '../state'
import { judgeBalance, judgeBalances } from './balance'
import { earlierCheck, judgeEarlier } from './earlier'
import { signedRow } from './expected'
import {
  datedCheck,
  judgeDated,
  judgeMovement,
  judgeNarrated,
  judgeNothingElse,
  judgeOneEntry,
  movementCheck,
  narratedCheck,
  nothingElseCheck,
  oneEntryCheck,
} from './movement'
import { judgeReversed, reversedCheck } from './reversal'
import { movedAhead } from './sharing'
import type { LedgerContext } from './sharing'

/**
 * What a step of the books can be checked for. Work is judged by the net movement of the accounts over all that was
 * posted since the task began, shared out among its steps; by the form of entries only where the check says so.
 */
export const ledgerCheck = z.discriminatedUnion('kind', [
  movementCheck,
  datedCheck,
  narratedCheck,
  oneEntryCheck,
  nothingElseCheck,
  reversedCheck,
  z.strictObject({ kind: z.literal('balance'), ...signedRow.shape }),
  z.strictObject({ kind: z.literal('balances'), rows: z.array(signedRow).min(1) }),
  ...earlierCheck.options,
])
export type LedgerCheck = z.infer<typeof ledgerCheck>

export function judge(state: LedgerState, check: LedgerCheck, context: LedgerContext): Finding {
  switch (check.kind) {
    case 'movement':
      return judgeMovement(state, check, context)
    case 'dated':
      return judgeDated(state, check, context)
    case 'narrated':
      return judgeNarrated(state, check, context)
    case 'one-entry':
      return judgeOneEntry(state, context)
    case 'nothing-else':
      return judgeNothingElse(state, context)
    case 'entry-reversed':
      return judgeReversed(state, check)
    case 'balance':
      return judgeBalance(state, check, balanceUpTo(context))
    case 'balances':
      return judgeBalances(state, check.rows, balanceUpTo(context))
    default:
      return judgeEarlier(state, check)
  }
}

/** Balances as the judged step leaves them: without what was done ahead for later ones. */
export function balanceUpTo(context: LedgerContext) {
  return (state: LedgerState, account: Account) => {
    const { debit, credit } = totalsOf(state, account)
    return balanceFrom(account, debit - credit - (movedAhead(state, context).get(account.code) ?? 0n))
  }
}
