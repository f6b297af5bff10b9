import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Finding } from '../../tool'
import { books, entry, lines } from '../books.fixture'
import { judge, ledgerCheck } from '.'
import { amountFault } from './comparison'
import { figure } from '../figures'
import { apply } from '../ops'
import type { LedgerState } from '../state'

const opening = books(entry('1020 D 500, 3010 C 500', '2026-10-01'), entry('6010 D 40, 1020 C 40', '2026-10-10'))

function posted(...entries: string[]): LedgerState {
  return entries.reduce((state, text) => {
    const [what = '', date, narration] = text.split(' | ')
    const applied = apply(state, { type: 'entry.post', entry: entry(what, date, narration) })
    if (!applied.ok) throw new Error(applied.refusal)
    return applied.state
  }, opening)
}
const alone = { start: opening, task: { order: 'in-turn' as const, steps: [] }, step: '', closed: [] }
const found = (state: LedgerState, check: object): Finding => judge(state, ledgerCheck.parse(check), alone)
const sale = { kind: 'entry-posted', partial: true, lines: lines('1010 D 86.40, 4030 C 72.00, 2200 C 14.40') }

describe('an entry that was asked for', () => {
  it.each([
    ['as written', ['1010 D 86.40, 4030 C 72, 2200 C 14.40']],
    ['in another order', ['2200 C 14.40, 1010 D 86.40, 4030 C 72']],
    ['with several lines to one account', ['1010 D 80, 1010 D 6.40, 4030 C 70, 4030 C 2, 2200 C 14.40']],
    ['beside others', ['6010 D 5, 1020 C 5', '1010 D 86.40, 4030 C 72, 2200 C 14.40']],
  ])('is found %s', (_, entries) => {
    expect(found(posted(...entries), sale)).toMatchObject({ met: true, share: 1 })
  })

  it.each([
    ['nothing posted', [], 'not-posted', 0],
    ['another account', ['1020 D 86.40, 4030 C 72, 2200 C 14.40'], 'wrong-account', 0],
    ['VAT left in the sale', ['1010 D 86.40, 4030 C 86.40'], 'vat-not-split', 0],
    ['VAT left out on both sides', ['1010 D 72, 4030 C 72'], 'vat-not-split', 0],
    ['sides turned round', ['1010 C 86.40, 4030 D 72, 2200 D 14.40'], 'wrong-side', 2 / 3],
    ['another amount', ['1010 D 87.40, 4030 C 73, 2200 C 14.40'], 'wrong-amount', 2 / 3],
    ['digits changed places', ['1010 D 68.40, 4030 C 54, 2200 C 14.40'], 'transposed-digits', 2 / 3],
    ['the point moved', ['1010 D 864, 4030 C 720, 2200 C 144'], 'misplaced-point', 2 / 3],
  ])('%s is told apart', (_, entries, fault, share) => {
    const finding = found(posted(...entries), sale)
    expect(finding).toMatchObject({ met: false, fault })
    expect(finding.share).toBeCloseTo(share, 10)
  })

  it('earns no share for coming close unless the check is partial', () => {
    expect(found(posted('1010 D 87.40, 4030 C 73, 2200 C 14.40'), { ...sale, partial: false }).share).toBe(0)
  })

  it('may use any of several accounts, or another set of lines', () => {
    const check = {
      kind: 'entry-posted',
      lines: [
        { account: ['4030', '4040'], credit: '5.00' },
        { account: '1010', debit: '5.00' },
      ],
      or: [lines('1020 D 5.00, 4030 C 5.00')],
    }
    expect(found(posted('1010 D 5, 4040 C 5'), check).met).toBe(true)
    expect(found(posted('1020 D 5, 4030 C 5'), check).met).toBe(true)
    expect(found(posted('1020 D 5, 4040 C 5'), check).met).toBe(false)
  })

  it('is not what was reversed, nor what another step asks for', () => {
    const reversed = apply(posted('1010 D 86.40, 4030 C 72, 2200 C 14.40'), {
      type: 'entry.reverse',
      entry: 3,
      date: '2026-10-31',
    })
    expect(reversed.ok && found(reversed.state, sale).fault).toBe('not-posted')
    const twice = { ...sale, besides: [lines('1010 D 86.40, 4030 C 72.00, 2200 C 14.40')] }
    expect(found(posted('1010 D 86.40, 4030 C 72, 2200 C 14.40'), twice).fault).toBe('not-posted')
    expect(
      found(posted('1010 D 86.40, 4030 C 72, 2200 C 14.40', '1010 D 86.40, 4030 C 72, 2200 C 14.40'), twice).met,
    ).toBe(true)
  })

  it('says in words what was found, expected and wrong', () => {
    expect(found(posted('1010 D 68.40, 4030 C 54, 2200 C 14.40'), sale)).toMatchObject({
      expected: 'debit 1010 Cash till 86.40; credit 4030 Sales 72.00; credit 2200 VAT payable 14.40',
      found: 'J-003: debit 1010 Cash till 68.40; credit 4030 Sales 54.00; credit 2200 VAT payable 14.40',
      note: '68.40 stands on 1010 Cash till where 86.40 belongs: digits have changed places.',
    })
  })
})

describe('amounts', () => {
  it('two digits that change places differ by a multiple of nine', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 10 ** 9 }), fc.nat(8), (amount, at) => {
        const digits = [...String(amount)]
        const place = at % (digits.length - 1)
        ;[digits[place], digits[place + 1]] = [digits[place + 1]!, digits[place]!]
        const other = Number(digits.join(''))
        fc.pre(
          other !== amount && other !== 0 && String(other).replace(/0+$/, '') !== String(amount).replace(/0+$/, ''),
        )
        expect(Math.abs(other - amount) % 9).toBe(0)
        expect(amountFault(amount, other)).toBe('transposed-digits')
      }),
    )
  })
  it('a difference of nine alone is no transposition: 12.00 and 12.09', () => {
    expect(amountFault(1200, 1209)).toBe('wrong-amount')
  })
})

describe('the other criteria', () => {
  const dated = { kind: 'entry-dated', lines: sale.lines }
  const state = posted('1010 D 86.40, 4030 C 72, 2200 C 14.40 | 2026-10-30 | Cash sale T-0418')

  it('a date on, within, before, after', () => {
    expect(found(state, { ...dated, on: '2026-10-30' }).met).toBe(true)
    expect(found(state, { ...dated, from: '2026-10-01', to: '2026-10-29' })).toMatchObject({
      met: false,
      fault: 'wrong-date',
      expected: 'The entry is dated from 1 Oct 2026 to 29 Oct 2026.',
    })
    expect(found(state, { ...dated, to: '2026-10-30' }).met).toBe(true)
    expect(found(opening, { ...dated, on: '2026-10-30' }).fault).toBe('not-posted')
  })

  it('a narration that is there and mentions what it should', () => {
    const narrated = { kind: 'entry-narrated', lines: sale.lines }
    expect(found(state, { ...narrated, mentions: ['t-0418'] }).met).toBe(true)
    expect(found(state, { ...narrated, mentions: ['HR-1'] }).fault).toBe('no-narration')
    expect(found(posted('1010 D 86.40, 4030 C 72, 2200 C 14.40 | 2026-10-30 | ..'), narrated).fault).toBe(
      'no-narration',
    )
  })

  it('an account’s balance, to side and digit', () => {
    const balance = (side: string, amount: string) =>
      found(opening, { kind: 'account-balance', account: '1020', side, amount })
    expect(balance('debit', '460.00').met).toBe(true)
    expect(balance('credit', '460.00').fault).toBe('wrong-side')
    expect(balance('debit', '640.00').fault).toBe('transposed-digits')
    expect(balance('debit', '461.00').fault).toBe('wrong-amount')
  })

  it('rows of the trial balance, with a share for each that is right', () => {
    const rows = [
      { account: '1020', side: 'debit', amount: '460.00' },
      { account: '6010', side: 'debit', amount: '41.00' },
    ]
    expect(found(opening, { kind: 'trial-balance-shows', rows })).toMatchObject({
      met: false,
      share: 0.5,
      fault: 'wrong-amount',
    })
  })

  it('no other entries: one stands, reversed ones don’t count, nothing isn’t enough', () => {
    const alone = { kind: 'no-other-entries', standing: 1 }
    expect(found(opening, alone).fault).toBe('not-posted')
    expect(found(posted('1010 D 1, 4030 C 1'), alone).met).toBe(true)
    const two = posted('1010 D 1, 4030 C 1', '1010 D 2, 4030 C 2')
    expect(found(two, alone).fault).toBe('other-entries')
    const undone = apply(two, { type: 'entry.reverse', entry: 3, date: '2026-10-31' })
    expect(undone.ok && found(undone.state, alone).met).toBe(true)
    expect(found(two, { ...alone, besides: [lines('1010 D 2.00, 4030 C 2.00')] }).met).toBe(true)
  })

  it('a reversal: linked, of the right entry, on its date', () => {
    const check = { kind: 'entry-reversed', entry: 2, on: '2026-10-31' }
    const after = (number: number, date: string): LedgerState => {
      const applied = apply(opening, { type: 'entry.reverse', entry: number, date })
      return applied.ok ? applied.state : opening
    }
    expect(found(after(2, '2026-10-31'), check).met).toBe(true)
    expect(found(after(2, '2026-10-30'), check).fault).toBe('wrong-date')
    expect(found(after(1, '2026-10-31'), check).fault).toBe('wrong-entry-reversed')
    expect(found(opening, check).fault).toBe('not-reversed')
    expect(found(posted('1020 D 40, 6010 C 40'), check).fault).toBe('not-linked')
  })

  it('never throw on a state that ops can reach, whatever the check names', () => {
    for (const check of [
      { kind: 'account-balance', account: 'none', side: 'debit', amount: '1.00' },
      { kind: 'entry-reversed', entry: 99 },
      { kind: 'trial-balance-shows', rows: [{ account: 'none', side: 'debit', amount: '1.00' }] },
    ]) {
      expect(found(opening, check).met).toBe(false)
    }
  })
})

describe('figures of the trainee’s own', () => {
  it('are plain decimals, or null where there is nothing to follow from', () => {
    const state = posted('1010 D 86.40, 4030 C 72, 2200 C 14.40')
    expect(
      ['balance 1020', 'credited 4030', 'debited 1010', 'debited 1020', 'balance 2010', 'balance 77', 'mood 1010'].map(
        name => figure(state, name, alone),
      ),
    ).toEqual(['460.00', '72.00', '86.40', null, null, null, null])
  })
})
