import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { postings, trialBalance } from './balances'
import { books, entry } from './books.fixture'
import { accountOf, entries, entryCount, standingEntries } from './journal'
import { apply, effect, initial, ledgerOp } from './ops'
import type { LedgerOp } from './ops'
import { ledger } from './'
import { PAGE_LENGTH } from './state'
import type { LedgerState } from './state'

const did = (state: LedgerState, ...ops: LedgerOp[]): LedgerState =>
  ops.reduce((before, op) => {
    const applied = apply(before, op)
    if (!applied.ok) throw new Error(applied.refusal)
    return applied.state
  }, state)
const refusal = (state: LedgerState, op: LedgerOp): string => {
  const applied = apply(state, op)
  return applied.ok ? 'accepted' : applied.refusal
}
const post = (text: string, date?: string): LedgerOp => ({ type: 'entry.post', entry: entry(text, date) })

describe('posting', () => {
  it('numbers entries in order and clears the draft', () => {
    const state = did(
      books(),
      { type: 'draft.write', draft: entry('1010 D 1') },
      post('1010 D 86.40, 4030 C 72, 2200 C 14.40'),
      post('1020 D 5, 3010 C 5'),
    )
    expect(entries(state).map(({ number }) => number)).toEqual([1, 2])
    expect(state.draft.lines).toEqual([])
  })

  it('gives every reason at once', () => {
    expect(
      refusal(books(), {
        type: 'entry.post',
        entry: {
          date: '2026-09-30',
          narration: '',
          lines: [
            { account: '77', debit: '1' },
            { account: '1000', credit: '1' },
          ],
        },
      }),
    ).toBe(
      '30 Sep 2026 is outside the open period, 1 Oct 2026 to 31 Oct 2026. Line 1: there is no account 77 in this chart. Line 2: 1000 Assets is a heading and takes no postings; choose an account under it.',
    )
  })

  it('says by how much and which way an entry is out of balance', () => {
    expect(refusal(books(), post('1010 D 86.40, 4030 C 72'))).toBe(
      'Debits are 14.40 more than credits; the two must be equal.',
    )
    expect(refusal(books(), post('1010 D 72, 4030 C 86.40'))).toBe(
      'Credits are 14.40 more than debits; the two must be equal.',
    )
  })

  it('takes the first and the last day of the period and nothing outside', () => {
    expect(
      ['2026-09-30', '2026-10-01', '2026-10-31', '2026-11-01', '2026-02-30', 'soon'].map(
        date => apply(books(), post('1010 D 1, 4030 C 1', date)).ok,
      ),
    ).toEqual([false, true, true, false, false, false])
  })

  it('a refused op leaves the very same state', () => {
    const state = books(entry('1010 D 5, 3010 C 5'))
    const copy = JSON.stringify(state)
    apply(state, post('1010 D 1, 4030 C 2'))
    expect(JSON.stringify(state)).toBe(copy)
  })

  it('shares every full page with the state before', () => {
    let state = books()
    for (let number = 0; number < PAGE_LENGTH + 3; number += 1) state = did(state, post('1010 D 1, 4030 C 1'))
    const after = did(state, post('1010 D 1, 4030 C 1'))
    expect(after.pages).toHaveLength(2)
    expect(after.pages[0]).toBe(state.pages[0])
    expect(entryCount(after)).toBe(PAGE_LENGTH + 4)
  })
})

describe('reversing', () => {
  const state = books(entry('1010 D 86.40, 4030 C 72, 2200 C 14.40', '2026-10-20'))

  it('posts a linked entry with the sides turned round', () => {
    const after = did(state, { type: 'entry.reverse', entry: 1, date: '2026-10-31' })
    const [original, reversal] = entries(after)
    expect(original).toEqual(entries(state)[0])
    expect(reversal).toMatchObject({ number: 2, reverses: 1, date: '2026-10-31', narration: 'Reversal of J-001' })
    expect(reversal?.lines.map(line => `${line.account} ${line.side} ${line.amount}`)).toEqual([
      '1010 credit 8640',
      '4030 debit 7200',
      '2200 debit 1440',
    ])
    expect(trialBalance(after).rows).toEqual([])
  })

  it('is refused twice, of a reversal, before the original, and of what isn’t there', () => {
    const after = did(state, { type: 'entry.reverse', entry: 1, date: '2026-10-31' })
    expect(refusal(after, { type: 'entry.reverse', entry: 1, date: '2026-10-31' })).toBe(
      'J-001 is reversed already, by J-002.',
    )
    expect(refusal(after, { type: 'entry.reverse', entry: 2, date: '2026-10-31' })).toContain('is itself a reversal')
    expect(refusal(state, { type: 'entry.reverse', entry: 1, date: '2026-10-19' })).toContain('can’t be dated earlier')
    expect(refusal(state, { type: 'entry.reverse', entry: 9, date: '2026-10-31' })).toBe(
      'There is no entry J-009 in the journal.',
    )
  })

  it('takes an entry of the trainee’s own out of what stands', () => {
    const after = did(state, post('1010 D 1, 4030 C 1'), post('1010 D 2, 4030 C 2'), {
      type: 'entry.reverse',
      entry: 2,
      date: '2026-10-31',
    })
    expect(standingEntries(after).map(({ number }) => number)).toEqual([3])
  })
})

describe('balances', () => {
  it('run in order of date, then of posting', () => {
    const state = did(
      books(),
      post('1010 D 50, 3010 C 50', '2026-10-10'),
      post('6010 D 80, 1010 C 80', '2026-10-05'),
      post('1010 D 30, 4030 C 30', '2026-10-10'),
    )
    expect(
      postings(state, accountOf(state, '1010')!).map(
        ({ entry, balance }) => `${entry.number} ${balance.side} ${balance.amount}`,
      ),
    ).toEqual(['2 credit 8000', '1 credit 3000', '3 debit 0'])
  })

  it('of nothing stand on the normal side, contra accounts on theirs', () => {
    const state = did(books(), post('6010 D 5, 1410 C 5'), post('1410 D 5, 6010 C 5'))
    const last = (code: string) => postings(state, accountOf(state, code)!).at(-1)?.balance
    expect(last('1410')).toEqual({ side: 'credit', amount: 0n })
    expect(last('6010')).toEqual({ side: 'debit', amount: 0n })
  })

  it('stay exact beyond what a floating number holds: 200 lines of 1,000,000,000,000.00 and a penny', () => {
    let state = books()
    for (let count = 0; count < 200; count += 1) state = did(state, post('1010 D 1000000000000, 3010 C 1000000000000'))
    state = did(state, post('1010 D 0.01, 3010 C 0.01'))
    expect(trialBalance(state)).toMatchObject({ debits: 200n * 10n ** 14n + 1n, credits: 200n * 10n ** 14n + 1n })
  })
})

const amount = fc.integer({ min: 1, max: 10 ** 9 }).map(pence => (pence / 100).toFixed(2))
const code = fc.constantFrom('1010', '1020', '2010', '2200', '3010', '4030', '6010', '1000', '9999')
const date = fc.constantFrom('2026-10-01', '2026-10-15', '2026-10-31', '2026-11-02')
const balanced = fc.record({ a: code, b: code, amount, date }).map(({ a, b, amount, date }): LedgerOp => ({
  type: 'entry.post',
  entry: {
    date,
    narration: '',
    lines: [
      { account: a, debit: amount },
      { account: b, credit: amount },
    ],
  },
}))
const loose = fc
  .record({
    lines: fc.array(
      fc.record({
        account: code,
        debit: fc.option(amount, { nil: undefined }),
        credit: fc.option(fc.string({ maxLength: 6 }), { nil: undefined }),
      }),
      { maxLength: 4 },
    ),
    date,
  })
  .map(({ lines, date }): LedgerOp => ({ type: 'entry.post', entry: { date, narration: '', lines } }))
const reverse = fc
  .record({ entry: fc.integer({ min: 1, max: 12 }), date })
  .map((rest): LedgerOp => ({ type: 'entry.reverse', ...rest }))
const anyOp = fc.oneof(balanced, loose, reverse)

describe('whatever is done', () => {
  it('the trial balance agrees and posted entries never change', () => {
    fc.assert(
      fc.property(fc.array(anyOp, { maxLength: 40 }), ops => {
        let state = books(entry('1020 D 100, 3010 C 100'))
        for (const op of ops) {
          const before = entries(state)
          const applied = apply(state, op)
          if (applied.ok) state = applied.state
          expect(entries(state).slice(0, before.length)).toEqual(before)
          const { debits, credits } = trialBalance(state)
          expect(debits).toBe(credits)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('the same ops give the same state, to the byte, also from a copy that went through JSON', () => {
    fc.assert(
      fc.property(fc.array(anyOp, { maxLength: 25 }), ops => {
        const run = (from: LedgerState, list: LedgerOp[]): LedgerState =>
          list.reduce((before, op) => {
            const applied = apply(before, op)
            return applied.ok ? applied.state : before
          }, from)
        const once = run(books(), ops)
        const half = Math.floor(ops.length / 2)
        const stored = JSON.parse(JSON.stringify(run(books(), ops.slice(0, half)))) as LedgerState
        expect(JSON.stringify(run(stored, ops.slice(half)))).toBe(JSON.stringify(once))
      }),
      { numRuns: 60 },
    )
  })

  it('nothing that the op schema accepts makes it throw', () => {
    const odd = fc.oneof(
      fc.record({
        type: fc.constant('entry.post'),
        entry: fc.record({
          date: fc.string({ maxLength: 40 }),
          narration: fc.string({ maxLength: 60 }),
          lines: fc.array(
            fc.record(
              {
                account: fc.string({ maxLength: 12 }),
                debit: fc.string({ maxLength: 20 }),
                credit: fc.string({ maxLength: 20 }),
              },
              { requiredKeys: ['account'] },
            ),
            { maxLength: 6 },
          ),
        }),
      }),
      fc.record({
        type: fc.constant('draft.write'),
        draft: fc.record({
          date: fc.string({ maxLength: 40 }),
          narration: fc.string({ maxLength: 60 }),
          lines: fc.constant([]),
        }),
      }),
      fc.record({
        type: fc.constant('entry.reverse'),
        entry: fc.integer({ min: 1 }),
        date: fc.string({ maxLength: 40 }),
      }),
      fc.record({ type: fc.constant('account.open'), account: fc.option(fc.string({ maxLength: 40 })) }),
      fc.record({ type: fc.constant('view.show'), view: fc.constantFrom('journal', 'accounts', 'trial-balance') }),
    )
    fc.assert(
      fc.property(odd, json => {
        const op = ledgerOp.parse(json)
        const state = books(entry('1020 D 100, 3010 C 100'))
        const applied = apply(state, op)
        if (!applied.ok) expect(applied.refusal.length).toBeGreaterThan(10)
        expect(ledger.describe(op, state)).toMatch(/\.$/)
      }),
    )
  })

  it('only postings change the books; the rest is looking', () => {
    const looks: LedgerOp[] = [
      { type: 'view.show', view: 'accounts' },
      { type: 'account.open', account: '1010' },
      { type: 'draft.write', draft: entry('1010 D 1') },
    ]
    expect(looks.map(effect)).toEqual(['look', 'look', 'look'])
    expect([post('1010 D 1, 4030 C 1'), { type: 'entry.reverse' as const, entry: 1, date: '' }].map(effect)).toEqual([
      'change',
      'change',
    ])
  })

  it('a setup whose opening entry doesn’t balance is a RangeError', () => {
    expect(() =>
      initial({ chart: books().chart.slice(), period: books().period, opening: [entry('1010 D 1, 3010 C 2')] }),
    ).toThrow(RangeError)
  })
})
