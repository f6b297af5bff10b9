import { grouped, parseAmount } from '../../ground/money'
import { accountOf } from './journal'
import type { LedgerOp } from './ops'
import { dayInWords, entryName } from './state'
import type { LedgerState, WrittenEntry } from './state'

const total = (entry: WrittenEntry): string => {
  const pence = entry.lines
    .map(line => parseAmount(line.debit ?? ''))
    .reduce((sum, amount) => sum + (amount.ok ? amount.pence : 0), 0)
  return grouped(pence)
}

/** An op as a sentence, for logs, replays and reports. */
export function describe(op: LedgerOp, state: LedgerState): string {
  switch (op.type) {
    case 'entry.post':
      return `Posted an entry of ${op.entry.lines.length} lines for ${total(op.entry)}, dated ${dayInWords(op.entry.date)}.`
    case 'entry.reverse':
      return `Reversed ${entryName(op.entry)}, dated ${dayInWords(op.date)}.`
    case 'draft.write':
      return op.draft.lines.length === 0
        ? 'Cleared the draft entry.'
        : `Wrote a draft entry of ${op.draft.lines.length} lines.`
    case 'view.show':
      return {
        'journal': 'Looked at the journal.',
        'accounts': 'Looked at the accounts.',
        'trial-balance': 'Looked at the trial balance.',
      }[op.view]
    case 'account.open':
      return op.account === null
        ? 'Closed the account.'
        : `Opened ${op.account} ${accountOf(state, op.account)?.name ?? ''}.`
  }
}
