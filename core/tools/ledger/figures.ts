import { decimal } from '../../ground/money'
import { balanceOf } from './balances'
import { balanceUpTo } from './checks'
import { ENTRIES, movedAhead } from './checks/sharing'
import type { LedgerContext } from './checks/sharing'
import { movementOf, sumOf } from './checks/nets'
import { accountOf, entries, entryCount, standingEntries } from './journal'
import type { Account, LedgerState } from './state'

/**
 * Figures that follow-through marking may take from the trainee's own books, each with its sign and 0.00 where
 * nothing was posted; null where there is no such account:
 * - `debit balance 6060`, `credit balance 2010`: the balance, less than nothing where it stands on the other side;
 * - `net debit 1300`, `net credit 2010`: what the trainee's own entries moved there.
 *
 * Both leave out what was done ahead for later steps. Papers of before know `balance 2010` (its size), `debited 2010`
 * and `credited 2010` (what standing entries put there), null for nothing.
 */
export function figure(state: LedgerState, name: string, context: LedgerContext): string | null {
  if (name === ENTRIES) return String(entryCount(state))
  const [, kind = '', code = ''] = /^(.*) (\S+)$/.exec(name) ?? []
  const account = accountOf(state, code)
  if (!account) return null
  switch (kind) {
    case 'debit balance':
    case 'credit balance': {
      const { side, amount } = balanceUpTo(context)(state, account)
      return decimal(kind.startsWith(side) ? amount : -amount)
    }
    case 'net debit':
    case 'net credit': {
      const own = sumOf(
        entries(state)
          .slice(state.opening)
          .map(({ lines }) => movementOf(lines)),
      )
      const net = (own.get(code) ?? 0n) - (movedAhead(state, context).get(code) ?? 0n)
      return decimal(kind === 'net debit' ? net : -net)
    }
    default:
      return earlierFigure(state, kind, account)
  }
}

function earlierFigure(state: LedgerState, kind: string, account: Account): string | null {
  if (kind === 'balance') return nothingIsNull(balanceOf(state, account).amount)
  if (kind !== 'debited' && kind !== 'credited') return null
  const wanted = kind === 'debited' ? 'debit' : 'credit'
  let sum = 0n
  for (const entry of standingEntries(state)) {
    for (const line of entry.lines)
      if (line.account === account.code && line.side === wanted) sum += BigInt(line.amount)
  }
  return nothingIsNull(sum)
}

const nothingIsNull = (pence: bigint): string | null => (pence === 0n ? null : decimal(pence))
