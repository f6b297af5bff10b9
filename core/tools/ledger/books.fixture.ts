import { initial } from './ops'
import type { LedgerState, WrittenEntry } from './state'

/** A small set of books for tests. */
export const chart = [
  { code: '1000', name: 'Assets', type: 'asset' as const, heading: true },
  { code: '1010', name: 'Cash till', type: 'asset' as const },
  { code: '1020', name: 'Bank', type: 'asset' as const },
  { code: '1410', name: 'Accumulated depreciation', type: 'asset' as const, normal: 'credit' as const },
  { code: '2010', name: 'Trade payables', type: 'liability' as const },
  { code: '2200', name: 'VAT payable', type: 'liability' as const, role: 'vat' as const },
  { code: '3010', name: 'Capital', type: 'equity' as const },
  { code: '4030', name: 'Sales', type: 'income' as const },
  { code: '4040', name: 'Fees', type: 'income' as const },
  { code: '6010', name: 'Wages', type: 'expense' as const },
]

export const period = { from: '2026-10-01', to: '2026-10-31' }

/** `'1010 D 86.40, 4030 C 72'` as the lines of an entry. */
export function lines(text: string): WrittenEntry['lines'] {
  return text.split(', ').map(line => {
    const [account = '', side, amount = ''] = line.split(' ')
    return side === 'D' ? { account, debit: amount } : { account, credit: amount }
  })
}

export function entry(text: string, date = '2026-10-30', narration = 'test'): WrittenEntry {
  return { date, narration, lines: lines(text) }
}

export function books(...opening: WrittenEntry[]): LedgerState {
  return initial({ chart, period, opening })
}
