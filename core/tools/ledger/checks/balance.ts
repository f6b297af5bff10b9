import type { Finding } from '../../tool'
import { grouped, parseAmount } from '../../../ground/money'
import { balanceOf } from '../balances'
import type { Balance } from '../balances'
import { accountOf } from '../journal'
import type { Account, LedgerState, Side } from '../state'
import { amountFault } from './comparison'
import { finding } from './wording'

/** A balance that is expected. A minus sign, as a derived amount may have one, turns the side. */
export interface Row {
  account: string
  side: Side
  amount: string
}

/** Where an account stands: in the books as they are, or in a part of them. */
export type BalanceIn = (state: LedgerState, account: Account) => Balance

/** What is wanted of a row: the amount in pence, and the side on which it stands. */
function wantedOf(row: Row): { amount: bigint; side: Side } {
  const parsed = parseAmount(row.amount.replace(/^-/, ''))
  if (!parsed.ok) throw new RangeError(`Bad amount: ${parsed.reason}.`)
  const other = row.side === 'debit' ? 'credit' : 'debit'
  return { amount: BigInt(parsed.pence), side: row.amount.startsWith('-') ? other : row.side }
}

/** One expected balance against the books; fault and texts as for a check of its own. */
function compareBalance(
  state: LedgerState,
  row: Row,
  balanceIn: BalanceIn,
): { right: boolean; found: string; fault?: string } {
  const account = accountOf(state, row.account)
  if (!account) return { right: false, found: `there is no account ${row.account}`, fault: 'wrong-account' }
  const balance = balanceIn(state, account)
  const found = balance.amount === 0n ? 'nothing' : `${balance.side} ${grouped(balance.amount)}`
  const wanted = wantedOf(row)
  const sameAmount = balance.amount === wanted.amount
  if (sameAmount && (wanted.amount === 0n || balance.side === wanted.side)) return { right: true, found }
  return { right: false, found, fault: sameAmount ? 'wrong-side' : amountFault(wanted.amount, balance.amount) }
}

function rowInWords(state: LedgerState, row: Row): string {
  const { side, amount } = wantedOf(row)
  return `${row.account} ${accountOf(state, row.account)?.name ?? ''} ${side} ${grouped(amount)}`
}

export function judgeBalance(state: LedgerState, row: Row, balanceIn: BalanceIn = balanceOf): Finding {
  const { right, found, fault } = compareBalance(state, row, balanceIn)
  return finding(right, {
    expected: `Balance of ${rowInWords(state, row)}.`,
    found: `The balance is ${found}.`,
    fault,
  })
}

/** Several balances, with a share for each that is right. */
export function judgeBalances(state: LedgerState, expected: readonly Row[], balanceIn: BalanceIn = balanceOf): Finding {
  const rows = expected.map(row => ({ row, ...compareBalance(state, row, balanceIn) }))
  const right = rows.filter(row => row.right).length
  return finding(right === rows.length, {
    share: right / rows.length,
    expected: `The trial balance shows ${expected.map(row => rowInWords(state, row)).join('; ')}.`,
    found: `It shows ${rows.map(({ row, found }) => `${row.account} ${found}`).join('; ')}.`,
    fault: rows.find(row => !row.right)?.fault,
  })
}
