import { normalSide } from './state'
import type { Account, Entry, LedgerState, Line, Side } from './state'

/** Debit and credit totals of one account, in pence. `bigint`, so that no number of postings makes them inexact. */
export interface Totals {
  debit: bigint
  credit: bigint
}

const pageTotals = new WeakMap<readonly Entry[], Map<string, Totals>>()

/** Up to here a running number total plus one more line is still a safe integer. */
const SPILL = Number.MAX_SAFE_INTEGER - 10 ** 14

/**
 * Totals of one journal page. A page never changes once another is begun, so its totals are worked out
 * once; within a page small numbers are added first and spilled into bigint before they could overflow.
 */
function totalsOfPage(page: readonly Entry[]): Map<string, Totals> {
  const known = pageTotals.get(page)
  if (known) return known
  const small = new Map<string, { debit: number, credit: number }>()
  const totals = new Map<string, Totals>()
  for (const entry of page) {
    for (const line of entry.lines) {
      let sums = small.get(line.account)
      if (!sums) {
        sums = { debit: 0, credit: 0 }
        small.set(line.account, sums)
        totals.set(line.account, { debit: 0n, credit: 0n })
      }
      sums[line.side] += line.amount
      if (sums[line.side] > SPILL) {
        totals.get(line.account)![line.side] += BigInt(sums[line.side])
        sums[line.side] = 0
      }
    }
  }
  for (const [code, sums] of small) {
    const total = totals.get(code)!
    total.debit += BigInt(sums.debit)
    total.credit += BigInt(sums.credit)
  }
  pageTotals.set(page, totals)
  return totals
}

export function totalsByAccount(state: LedgerState): Map<string, Totals> {
  const all = new Map<string, Totals>()
  for (const page of state.pages) {
    for (const [code, { debit, credit }] of totalsOfPage(page)) {
      const total = all.get(code)
      if (total) {
        total.debit += debit
        total.credit += credit
      }
      else all.set(code, { debit, credit })
    }
  }
  return all
}

/** An account's balance: its size and the side it stands on. A balance of nothing stands on the normal side. */
export interface Balance {
  side: Side
  amount: bigint
}

function balanceFrom(account: Account, net: bigint): Balance {
  if (net === 0n) return { side: normalSide(account), amount: 0n }
  return net > 0n ? { side: 'debit', amount: net } : { side: 'credit', amount: -net }
}

export interface TrialBalance {
  rows: { account: Account, balance: Balance }[]
  debits: bigint
  credits: bigint
}

/**
 * Every account that has a balance, in the order of the chart, and the totals of both columns.
 * The columns agree always: only balanced entries are ever posted.
 */
export function trialBalance(state: LedgerState): TrialBalance {
  const totals = totalsByAccount(state)
  const result: TrialBalance = { rows: [], debits: 0n, credits: 0n }
  for (const account of state.chart) {
    const total = totals.get(account.code)
    if (!total || total.debit === total.credit) continue
    const balance = balanceFrom(account, total.debit - total.credit)
    result.rows.push({ account, balance })
    if (balance.side === 'debit') result.debits += balance.amount
    else result.credits += balance.amount
  }
  return result
}

export function balanceOf(state: LedgerState, account: Account): Balance {
  const total = totalsByAccount(state).get(account.code)
  return balanceFrom(account, total ? total.debit - total.credit : 0n)
}

export interface PostedLine {
  entry: Entry
  line: Line
  balance: Balance
}

/** The postings of one account in order of date, then of posting, each with the balance after it. */
export function postings(state: LedgerState, account: Account): PostedLine[] {
  const lines: { entry: Entry, line: Line }[] = []
  for (const page of state.pages) {
    if (!totalsOfPage(page).has(account.code)) continue
    for (const entry of page) {
      for (const line of entry.lines) if (line.account === account.code) lines.push({ entry, line })
    }
  }
  lines.sort((a, b) => a.entry.date < b.entry.date ? -1 : a.entry.date > b.entry.date ? 1 : a.entry.number - b.entry.number)
  let net = 0n
  return lines.map(({ entry, line }) => {
    net += BigInt(line.side === 'debit' ? line.amount : -line.amount)
    return { entry, line, balance: balanceFrom(account, net) }
  })
}
