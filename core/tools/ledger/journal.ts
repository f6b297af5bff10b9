import { PAGE_LENGTH } from './state'
import type { Account, Entry, LedgerState } from './state'

const charts = new WeakMap<readonly Account[], Map<string, Account>>()

/** The account with this code, or undefined. The look-up table is built once for each chart. */
export function accountOf(state: LedgerState, code: string): Account | undefined {
  let chart = charts.get(state.chart)
  if (!chart) {
    chart = new Map(state.chart.map(account => [account.code, account]))
    charts.set(state.chart, chart)
  }
  return chart.get(code)
}

export function entryCount(state: LedgerState): number {
  const last = state.pages.at(-1)
  return last ? (state.pages.length - 1) * PAGE_LENGTH + last.length : 0
}

/** The entry with this number, or undefined. */
export function entryOf(state: LedgerState, number: number): Entry | undefined {
  const index = number - 1
  return state.pages[Math.floor(index / PAGE_LENGTH)]?.[index % PAGE_LENGTH]
}

/** All entries in order of posting. */
export function entries(state: LedgerState): Entry[] {
  return state.pages.flat()
}

/** The pages with one entry more. Every page but the last is shared with the pages given. */
export function withEntry(pages: LedgerState['pages'], entry: Entry): LedgerState['pages'] {
  const last = pages.at(-1)
  if (!last || last.length === PAGE_LENGTH) return [...pages, [entry]]
  return [...pages.slice(0, -1), [...last, entry]]
}

/** The entry that reverses the one with this number, or undefined. */
export function reversalOf(state: LedgerState, number: number): Entry | undefined {
  for (const page of state.pages) {
    const found = page.find(entry => entry.reverses === number)
    if (found) return found
  }
  return undefined
}

/**
 * What the trainee has posted and let stand: without the entries given at the start, without what was
 * reversed, and without the reversals themselves.
 */
export function standingEntries(state: LedgerState): Entry[] {
  const all = entries(state)
  const reversed = new Set(all.map(entry => entry.reverses))
  return all.slice(state.opening).filter(entry => entry.reverses === undefined && !reversed.has(entry.number))
}
