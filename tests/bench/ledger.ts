import { trialBalance } from '../../core/tools/ledger/balances'
import { chart, period } from '../../core/tools/ledger/books.fixture'
import { apply, initial } from '../../core/tools/ledger/ops'
import type { LedgerOp } from '../../core/tools/ledger/ops'
import type { LedgerState } from '../../core/tools/ledger/state'
import { say, spreadOf, timed } from './figures'

const CODES = ['1010', '1020', '2010', '2200', '3010', '4030', '6010']

/** Entries of two postings each, amounts up to the largest that a line takes, from a fixed sequence. */
function* entriesOf(postings: number): Generator<LedgerOp> {
  let seed = 20_261_024
  const next = (below: number): number => (seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648) % below
  for (let count = 0; count < postings / 2; count += 1) {
    const amount = count % 7 === 0 ? '1000000000000.00' : `${next(1_000_000)}.${String(next(99) + 1).padStart(2, '0')}`
    const debit = next(CODES.length)
    const credit = (debit + 1 + next(CODES.length - 1)) % CODES.length
    yield {
      type: 'entry.post',
      entry: {
        date: `2026-10-${String(1 + next(31)).padStart(2, '0')}`,
        narration: '',
        lines: [
          { account: CODES[debit]!, debit: amount },
          { account: CODES[credit]!, credit: amount },
        ],
      },
    }
  }
}

function foldOf(ops: Iterable<LedgerOp>): LedgerState {
  let state = initial({ chart, period, opening: [] })
  for (const op of ops) {
    const applied = apply(state, op)
    if (!applied.ok) throw new Error(applied.refusal)
    state = applied.state
  }
  return state
}

/** The same totals, added up line by line in whole numbers of any size. */
function addedUp(state: LedgerState): bigint {
  const nets = new Map<string, bigint>()
  for (const page of state.pages) {
    for (const { lines } of page)
      for (const { account, side, amount } of lines)
        nets.set(account, (nets.get(account) ?? 0n) + BigInt(side === 'debit' ? amount : -amount))
  }
  return [...nets.values()].reduce((sum, net) => (net > 0n ? sum + net : sum), 0n)
}

export async function benchLedger(): Promise<void> {
  console.log('\nLedger')
  const ops = [...entriesOf(100_000)]
  const folds: number[] = []
  const cold: number[] = []
  const warm: number[] = []
  for (let run = 0; run < 5; run += 1) {
    let state: LedgerState | undefined
    folds.push(await timed(() => (state = foldOf(ops))))
    cold.push(await timed(() => trialBalance(state!)))
    warm.push(await timed(() => trialBalance(state!)))
  }
  say('fold of 100,000 postings', spreadOf(folds), 'under 1 s')
  say('trial balance from them, first time', spreadOf(cold), 'under 20 ms')
  say('trial balance from them, again', spreadOf(warm))

  const million = foldOf(entriesOf(1_000_000))
  const { debits, credits } = trialBalance(million)
  const exact = debits === credits && debits === addedUp(million)
  console.log(
    `one million postings: debits ${debits}, credits ${credits} pence, ${exact ? 'exact to the penny' : 'NOT EXACT'}`,
  )
  if (!exact) process.exitCode = 1
}
