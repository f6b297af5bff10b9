import { LARGEST_AMOUNT } from '../../ground/money'
import { sure } from '../../ground/sure'
import { normalSide } from './state'
import type { Account, Entry, LedgerState, Line, Side } from './state'

/** Debit and credit totals of one account, in pence. `bigint`, so that no number of postings makes them inexact. */
export interface Totals {
  debit: bigint
  credit: bigint
}

/** Totals of one page, by the account's place in the chart. */
interface PageTotals {
  debit: bigint[]
  credit: bigint[]
}

const places = new WeakMap<readonly Account[], Map<string, number>>()
const pageTotals = new WeakMap<readonly Entry[], PageTotals>()

function placesOf(chart: readonly Account[]): Map<string, number> {
  let known = places.get(chart)
  if (!known) {
    known = new Map(chart.map(({ code }, place) => [code, place]))
    places.set(chart, known)
  }
  return known
}

/** Up to here a running total plus one more line is still a safe integer. */
const SPILL = Number.MAX_SAFE_INTEGER - LARGEST_AMOUNT

/**
 * Totals of one journal page. A page never changes once another is begun, so its totals are worked out
 * once. Hot path: plain numbers are added first and spilled into bigint before they could overflow.
 */
function totalsOfPage(chart: readonly Account[], page: readonly Entry[]): PageTotals {
  const known = pageTotals.get(page)
  if (known) return known
  const place = placesOf(chart)
  const running = { debit: new Float64Array(chart.length), credit: new Float64Array(chart.length) }
  const totals: PageTotals = {
    debit: Array<bigint>(chart.length).fill(0n),
    credit: Array<bigint>(chart.length).fill(0n),
  }
  const spill = (side: Side, at: number, sum: number): void => {
    totals[side][at] = sure(totals[side][at]) + BigInt(sum)
  }
  for (const entry of page) {
    for (const line of entry.lines) {
      const at = sure(place.get(line.account))
      const sums = running[line.side]
      const sum = sure(sums[at]) + line.amount
      if (sum > SPILL) {
        spill(line.side, at, sum)
        sums[at] = 0
      } else sums[at] = sum
    }
  }
  for (const side of ['debit', 'credit'] as const) running[side].forEach((sum, at) => sum > 0 && spill(side, at, sum))
  pageTotals.set(page, totals)
  return totals
}

/** Totals of every account, in the order of the chart. */
function totalsByPlace(state: LedgerState): Totals[] {
  const all = state.chart.map((): Totals => ({ debit: 0n, credit: 0n }))
  for (const page of state.pages) {
    const { debit, credit } = totalsOfPage(state.chart, page)
    all.forEach((total, at) => {
      total.debit += sure(debit[at])
      total.credit += sure(credit[at])
    })
  }
  return all
}

export function totalsOf(state: LedgerState, account: Account): Totals {
  const at = placesOf(state.chart).get(account.code)
  const totals: Totals = { debit: 0n, credit: 0n }
  if (at === undefined) return totals
  for (const page of state.pages) {
    const { debit, credit } = totalsOfPage(state.chart, page)
    totals.debit += sure(debit[at])
    totals.credit += sure(credit[at])
  }
  return totals
}

/** An account's balance: its size and the side it stands on. A balance of nothing stands on the normal side. */
export interface Balance {
  side: Side
  amount: bigint
}

/** A balance from debits less credits. */
export function balanceFrom(account: Account, net: bigint): Balance {
  if (net === 0n) return { side: normalSide(account), amount: 0n }
  return net > 0n ? { side: 'debit', amount: net } : { side: 'credit', amount: -net }
}

export interface TrialBalance {
  rows: { account: Account; balance: Balance }[]
  debits: bigint
  credits: bigint
}

/**
 * Every account that has a balance, in the order of the chart, and the totals of both columns.
 * The columns agree always: only balanced entries are ever posted.
 */
export function trialBalance(state: LedgerState): TrialBalance {
  const result: TrialBalance = { rows: [], debits: 0n, credits: 0n }
  const totals = totalsByPlace(state)
  for (const [at, account] of state.chart.entries()) {
    const { debit, credit } = sure(totals[at])
    if (debit === credit) continue
    const balance = balanceFrom(account, debit - credit)
    result.rows.push({ account, balance })
    if (balance.side === 'debit') result.debits += balance.amount
    else result.credits += balance.amount
  }
  return result
}

export function balanceOf(state: LedgerState, account: Account): Balance {
  const { debit, credit } = totalsOf(state, account)
  return balanceFrom(account, debit - credit)
}

export interface PostedLine {
  entry: Entry
  line: Line
  balance: Balance
}

/** The postings of one account in order of date, then of posting, each with the balance after it. */
export function postings(state: LedgerState, account: Account): PostedLine[] {
  const lines: { entry: Entry; line: Line }[] = []
  for (const page of state.pages) {
    for (const entry of page) {
      for (const line of entry.lines) if (line.account === account.code) lines.push({ entry, line })
    }
  }
  lines.sort((a, b) =>
    a.entry.date < b.entry.date ? -1 : a.entry.date > b.entry.date ? 1 : a.entry.number - b.entry.number,
  )
  let net = 0n
  return lines.map(({ entry, line }) => {
    net += BigInt(line.side === 'debit' ? line.amount : -line.amount)
    return { entry, line, balance: balanceFrom(account, net) }
  })
}
