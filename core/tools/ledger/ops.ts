import { z } from 'zod'
import type { Applied } from '../tool'
import { accountOf, entryCount, entryOf, reversalOf, withEntry } from './journal'
import { readEntry, refuseDate } from './posting'
import { dayInWords, EMPTY_DRAFT, entryName, ledgerSetup, view, writtenEntry } from './state'
import type { LedgerSetup, LedgerState, Line } from './state'

/** One operation on the books. Amounts are decimal strings, dates ISO 8601 days. */
export const ledgerOp = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('entry.post'), entry: writtenEntry }),
  z.strictObject({
    type: z.literal('entry.reverse'),
    entry: z.int().positive(),
    date: z.string().max(40),
    narration: z.string().max(500).optional(),
  }),
  z.strictObject({ type: z.literal('draft.write'), draft: writtenEntry }),
  z.strictObject({ type: z.literal('view.show'), view }),
  z.strictObject({ type: z.literal('account.open'), account: z.string().max(40).nullable() }),
])
export type LedgerOp = z.infer<typeof ledgerOp>

/** What the screen does with the books: they are small, and seen whole. */
export interface LedgerOnScreen {
  op: z.input<typeof ledgerOp>
  asks: { query: 'all'; seen: LedgerState }
}

export function initial(setup: LedgerSetup): LedgerState {
  const { chart, period, opening } = ledgerSetup.parse(setup)
  let state: LedgerState = { chart, period, pages: [], opening: 0, draft: EMPTY_DRAFT, view: 'journal', account: null }
  for (const entry of opening) {
    const read = readEntry(state, entry)
    if (!read.ok) throw new RangeError(`Opening entry of ${entry.date} (${entry.narration}): ${read.reasons.join(' ')}`)
    state = post(state, entry.date, entry.narration, read.lines)
  }
  return { ...state, opening: entryCount(state) }
}

export function apply(state: LedgerState, op: LedgerOp): Applied<LedgerState> {
  switch (op.type) {
    case 'entry.post': {
      const read = readEntry(state, op.entry)
      const reasons = [refuseDate(state, op.entry.date), ...(read.ok ? [] : read.reasons)].filter(
        reason => reason !== null,
      )
      if (!read.ok || reasons.length > 0) return { ok: false, refusal: reasons.join(' ') }
      return {
        ok: true,
        state: { ...post(state, op.entry.date, op.entry.narration.trim(), read.lines), draft: EMPTY_DRAFT },
      }
    }
    case 'entry.reverse':
      return reverse(state, op)
    case 'draft.write':
      return { ok: true, state: { ...state, draft: op.draft } }
    case 'view.show':
      return { ok: true, state: { ...state, view: op.view } }
    case 'account.open':
      if (op.account !== null && !accountOf(state, op.account)) {
        return { ok: false, refusal: `There is no account ${op.account.slice(0, 24)} in this chart.` }
      }
      return { ok: true, state: { ...state, account: op.account } }
  }
}

/** Whoever looks around, or is still writing, has changed nothing in the books. */
export function effect(op: LedgerOp): 'look' | 'change' {
  return op.type === 'entry.post' || op.type === 'entry.reverse' ? 'change' : 'look'
}

function post(state: LedgerState, date: string, narration: string, lines: Line[], reverses?: number): LedgerState {
  const entry = {
    number: entryCount(state) + 1,
    date,
    narration,
    lines,
    ...(reverses === undefined ? {} : { reverses }),
  }
  return { ...state, pages: withEntry(state.pages, entry) }
}

function reverse(state: LedgerState, op: Extract<LedgerOp, { type: 'entry.reverse' }>): Applied<LedgerState> {
  const name = entryName(op.entry)
  const original = entryOf(state, op.entry)
  if (!original) return { ok: false, refusal: `There is no entry ${name} in the journal.` }
  if (original.reverses !== undefined) {
    return {
      ok: false,
      refusal: `${name} is itself a reversal, of ${entryName(original.reverses)}; post a new entry instead.`,
    }
  }
  const earlier = reversalOf(state, op.entry)
  if (earlier) return { ok: false, refusal: `${name} is reversed already, by ${entryName(earlier.number)}.` }
  const refused = refuseDate(state, op.date)
  if (refused) return { ok: false, refusal: refused }
  if (op.date < original.date)
    return { ok: false, refusal: `${name} is dated ${dayInWords(original.date)}; its reversal can’t be dated earlier.` }
  const narration = op.narration?.trim() || `Reversal of ${name}`
  const lines = original.lines.map(line => ({
    ...line,
    side: line.side === 'debit' ? ('credit' as const) : ('debit' as const),
  }))
  return { ok: true, state: post(state, op.date, narration, lines, op.entry) }
}
