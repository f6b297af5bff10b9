import { decimal } from './amount'
import { balanceOf } from './balances'
import { accountOf, standingEntries } from './journal'
import type { LedgerState } from './state'

/**
 * Figures that follow-through marking may take from the trainee's own books:
 * `balance 2010` (size of the balance), `debited 2010` and `credited 2010` (what the trainee's own
 * standing entries put there). Null where there is nothing: zero is no basis to derive from.
 */
export function figure(state: LedgerState, name: string): string | null {
  const [kind, code = ''] = name.split(' ')
  const account = accountOf(state, code)
  if (!account) return null
  if (kind === 'balance') return nothingIsNull(balanceOf(state, account).amount)
  if (kind !== 'debited' && kind !== 'credited') return null
  const wanted = kind === 'debited' ? 'debit' : 'credit'
  let sum = 0n
  for (const entry of standingEntries(state)) {
    for (const line of entry.lines) if (line.account === code && line.side === wanted) sum += BigInt(line.amount)
  }
  return nothingIsNull(sum)
}

const nothingIsNull = (pence: bigint): string | null => (pence === 0n ? null : decimal(pence))
