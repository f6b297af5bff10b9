import { describe, expect, it } from 'vitest'
import type { ClosedStep, Finding } from '../../tool'
import { books, entry, lines } from '../books.fixture'
import { figure } from '../figures'
import { entries } from '../journal'
import { apply } from '../ops'
import { setRight } from '../setting-right'
import type { LedgerState } from '../state'
import { shareOfLines } from './likeness'
import { movementOf } from './nets'
import { judge, ledgerCheck } from '.'
import type { LedgerCheck } from '.'
import type { LedgerContext } from './sharing'

const opening = books(entry('1020 D 500, 3010 C 500', '2026-10-01'), entry('6010 D 40, 1020 C 40', '2026-10-10'))

const SALE = '1010 D 86.40, 4030 C 72.00, 2200 C 14.40'
const WAGES = '6010 D 30.00, 1020 C 30.00'
const checks = (...all: object[]): LedgerCheck[] => all.map(check => ledgerCheck.parse(check))
const movement = (text: string) => ({ kind: 'movement', partial: true, lines: lines(text) })

/** A cash sale with its VAT, then wages paid: each with all that a step may be checked for. */
const sale = checks(movement(SALE), { kind: 'dated', on: '2026-10-30' }, { kind: 'narrated', mentions: ['311'] })
const wages = checks(movement(WAGES), { kind: 'balance', account: '6010', side: 'debit', amount: '70.00' })
const task: LedgerContext['task'] = {
  order: 'in-turn',
  steps: [
    { id: 'sale', byPerson: false, checks: sale, model: [] },
    { id: 'wages', byPerson: false, checks: wages, model: [] },
  ],
}
const context = (step: string, closed: ClosedStep[] = []): LedgerContext => ({ start: opening, task, step, closed })
const inSale = context('sale')

/** `'1010 D 5, 4030 C 5 | 2026-10-30 | SB-311'`, or `'reverse 3'`. */
function posted(...all: string[]): LedgerState {
  return all.reduce((state, text) => {
    const [what = '', date = '2026-10-30', narration = 'SB-311'] = text.split(' | ')
    const op = what.startsWith('reverse')
      ? { type: 'entry.reverse' as const, entry: Number(what.split(' ')[1]), date }
      : { type: 'entry.post' as const, entry: entry(what, date, narration) }
    const applied = apply(state, op)
    if (!applied.ok) throw new Error(applied.refusal)
    return applied.state
  }, opening)
}
const found = (state: LedgerState, check = 0, of = inSale): Finding =>
  judge(state, task.steps.find(({ id }) => id === of.step)!.checks[check]!, of)
const all = (state: LedgerState, of = inSale): boolean[] =>
  task.steps.find(({ id }) => id === of.step)!.checks.map((_, at) => found(state, at, of).met)

describe('a movement that was asked for', () => {
  it.each([
    ['in one entry', [SALE]],
    ['in another order, and with a line split in two', ['2200 C 14.40, 1010 D 80, 4030 C 72, 1010 D 6.40']],
    ['with VAT in an entry of its own', ['1010 D 86.40, 4030 C 86.40', '4030 D 14.40, 2200 C 14.40']],
    [
      'with VAT put on the wrong account, then moved',
      ['1010 D 86.40, 4030 C 72, 2010 C 14.40', '2010 D 14.40, 2200 C 14.40'],
    ],
    ['in one entry with another step’s', ['1010 D 86.40, 4030 C 72, 2200 C 14.40, 6010 D 30, 1020 C 30']],
    ['after a wrong one that was reversed', ['1010 D 72, 4030 C 72', 'reverse 3', SALE]],
    ['after a wrong one that was turned back by hand', ['1010 D 72, 4030 C 72', '1010 C 72, 4030 D 72', SALE]],
    [
      'after one with a wrong date that was turned back by hand',
      [`${SALE} | 2026-10-02`, '1010 C 86.40, 4030 D 72, 2200 D 14.40', SALE],
    ],
    ['with lines of an account that cancel', ['1010 D 86.40, 4030 C 72, 2200 C 14.40, 1020 D 9, 1020 C 9']],
    ['with an entry that moves nothing', [SALE, '1020 D 5, 1020 C 5']],
    ['with the next step done ahead', [SALE, WAGES]],
    ['with the next step done ahead wrongly', [SALE, '6010 D 33.00, 1020 C 33.00']],
    ['in three parts', ['1010 D 80, 4030 C 80', '1010 D 6.40, 4030 C 6.40', '4030 D 14.40, 2200 C 14.40']],
  ])('is right %s', (_, texts) => {
    expect(all(posted(...texts))).toEqual([true, true, true])
  })

  it.each([
    ['nothing posted', [], 'not-posted'],
    ['a penny off', ['1010 D 86.41, 4030 C 72.01, 2200 C 14.40'], 'wrong-amount'],
    ['another account', ['1020 D 86.40, 4030 C 72, 2200 C 14.40'], 'wrong-account'],
    ['VAT left in the sale', ['1010 D 86.40, 4030 C 86.40'], 'vat-not-split'],
    ['sides turned round', ['1010 C 86.40, 4030 D 72, 2200 D 14.40'], 'wrong-side'],
    ['digits changed places', ['1010 D 68.40, 4030 C 54, 2200 C 14.40'], 'transposed-digits'],
    ['posted twice', [SALE, SALE], 'other-entries'],
    ['right, with a wrong one standing beside it', ['1010 D 72, 4030 C 72', SALE], 'other-entries'],
    ['right, with something else beside it', [SALE, '1020 D 1.00, 4040 C 1.00'], 'other-entries'],
    ['right, then reversed', [SALE, 'reverse 3'], 'not-posted'],
    ['only something else', ['1010 D 1.00, 1020 C 1.00'], 'other-entries'],
  ])('%s is not', (_, texts, fault) => {
    expect(found(posted(...texts))).toMatchObject({ met: false, fault })
  })

  it('of one set of accounts or another, where several are right', () => {
    const [check] = checks({
      kind: 'movement',
      lines: [
        { account: ['4030', '4040'], credit: '5.00' },
        { account: '1010', debit: '5.00' },
      ],
      or: [lines('1020 D 5.00, 4030 C 5.00')],
    })
    const alone = {
      ...inSale,
      task: { ...task, steps: [{ id: 'sale', byPerson: false, checks: [check!], model: [] }] },
    }
    const judged = (text: string): boolean => judge(posted(text), check!, alone).met
    expect(['1010 D 5, 4040 C 5', '1020 D 5, 4030 C 5', '1020 D 5, 4040 C 5'].map(judged)).toEqual([true, true, false])
  })

  it('a duplicate can’t stand in for another step’s entry', () => {
    expect(found(posted(SALE, SALE), 0, context('wages')).met).toBe(false)
  })
})

describe('date and narration', () => {
  it('are those of the entries that make up the movement, all of them', () => {
    const parts = (date: string) => posted('1010 D 86.40, 4030 C 86.40', `4030 D 14.40, 2200 C 14.40 | ${date}`)
    expect(found(parts('2026-10-30'), 1).met).toBe(true)
    expect(found(parts('2026-10-29'), 1)).toMatchObject({ met: false, fault: 'wrong-date' })
  })
  it('of an entry that is something else earn nothing', () => {
    const other = posted('1010 D 1.00, 1020 C 1.00')
    expect([found(other, 1).met, found(other, 2).met]).toEqual([false, false])
  })
  it('of a wrong attempt are judged all the same', () => {
    const state = posted('1010 D 86.40, 4030 C 86.40')
    expect([found(state, 1).met, found(state, 2).met]).toEqual([true, true])
  })
  it.each([
    ['SB-311', true],
    ['311', true],
    ['Invoice sb-311, club', true],
    ['3110', false],
    ['1311', false],
    ['SB-31', false],
    ['', false],
  ])('a narration “%s” mentions 311: %s', (narration, met) => {
    expect(found(posted(`${SALE} | 2026-10-30 | ${narration}`.replace(/ $/, ' ')), 2).met).toBe(met)
  })
})

describe('criteria of form', () => {
  const [oneEntry, nothingElse] = checks({ kind: 'one-entry' }, { kind: 'nothing-else' })
  it('all in one entry', () => {
    const split = posted('1010 D 86.40, 4030 C 86.40', '4030 D 14.40, 2200 C 14.40')
    expect(judge(posted(SALE), oneEntry!, inSale).met).toBe(true)
    expect(judge(split, oneEntry!, inSale)).toMatchObject({ met: false, fault: 'several-entries' })
    expect(judge(opening, oneEntry!, inSale).fault).toBe('not-posted')
  })
  it('nothing else left standing', () => {
    expect(judge(opening, nothingElse!, inSale).fault).toBe('not-posted')
    expect(judge(posted(SALE), nothingElse!, inSale).met).toBe(true)
    expect(judge(posted('1010 D 72, 4030 C 72'), nothingElse!, inSale).met).toBe(true)
    expect(judge(posted('1010 D 72, 4030 C 72', SALE), nothingElse!, inSale).fault).toBe('other-entries')
    expect(judge(posted('1010 D 72, 4030 C 72', 'reverse 3', SALE), nothingElse!, inSale).met).toBe(true)
  })
})

/** The worked table of docs/writing-tasks.md. */
describe('the share of a movement that isn’t right', () => {
  const share = (expected: string, actual: string, given: string[] = [], tooMany = 0): number =>
    shareOfLines(
      movementOf(posted(expected).pages.flat().at(-1)!.lines),
      movementOf(posted(actual).pages.flat().at(-1)!.lines),
      new Set(given),
      tooMany,
    )
  it.each([
    ['one wrong account of three', '1020 D 86.40, 4030 C 72.00, 2200 C 14.40', 2 / 3],
    ['all turned round', '1010 C 86.40, 4030 D 72.00, 2200 D 14.40', 1 / 3],
    ['VAT left in the sale', '1010 D 86.40, 4030 C 86.40', 5 / 9],
    ['amounts off on two lines', '1010 D 87.40, 4030 C 73.00, 2200 C 14.40', 7 / 9],
    ['every amount off', '1010 D 864.00, 4030 C 720.00, 2200 C 144.00', 2 / 3],
    ['other accounts altogether', '1020 D 86.40, 6010 C 86.40', 0],
    ['right, with two lines beyond it', '1010 D 86.40, 4030 C 72.00, 2200 C 14.40, 1020 D 1, 6010 C 1', 1 / 3],
  ])('%s: %s earns %f', (_, actual, worth) => {
    expect(share(SALE, actual)).toBeCloseTo(worth, 10)
  })
  it('a line that any entry would have right earns nothing by itself, and costs where it is wrong', () => {
    expect(share(WAGES, '4040 D 30.00, 1020 C 30.00', ['1020'])).toBe(0)
    expect(share(WAGES, '6010 D 30.00, 1010 C 30.00', ['1020'])).toBeCloseTo(1 / 2, 10)
    expect(share(WAGES, '6010 D 3.00, 1020 C 3.00', ['1020'])).toBeCloseTo(2 / 3, 10)
  })
  it('each entry too many costs a line', () => {
    expect(share(SALE, SALE, [], 1)).toBeCloseTo(2 / 3, 10)
    expect(share(SALE, SALE, [], 4)).toBe(0)
  })
})

describe('after an earlier step went wrong', () => {
  const wrongSale = posted('1010 D 68.40, 4030 C 54, 2200 C 14.40')
  const then = (sound = false): ClosedStep[] => [{ step: 'sale', sound, figures: { entries: '3' } }]
  const on = (text: string, state = wrongSale): LedgerState => {
    const applied = apply(state, { type: 'entry.post', entry: entry(text) })
    if (!applied.ok) throw new Error(applied.refusal)
    return applied.state
  }
  it('what it left wrong is not charged again', () => {
    expect(all(on(WAGES), context('wages', then()))).toEqual([true, true])
  })
  it('nothing is still nothing', () => {
    expect(all(wrongSale, context('wages', then()))).toEqual([false, false])
  })
  it('what this step left wrong is charged here', () => {
    expect(found(on('1020 D 1.00, 4040 C 1.00', on(WAGES)), 0, context('wages', then())).fault).toBe('other-entries')
  })
  it('what was let pass there is charged here once nothing asks for it', () => {
    const twice = on(WAGES, posted('1020 D 2.00, 4040 C 2.00'))
    expect(found(twice, 0, context('wages', then(true))).fault).toBe('other-entries')
  })
  it('balances leave out what was done ahead for later steps', () => {
    const ahead = posted(WAGES)
    expect(figure(ahead, 'debit balance 6010', inSale)).toBe('40.00')
    expect(figure(ahead, 'debit balance 6010', context('wages', then()))).toBe('70.00')
  })
})

describe('set right', () => {
  const after = (step: string, ...texts: string[]) => {
    const model = { type: 'entry.post' as const, entry: entry(SALE, '2026-10-30', 'the model') }
    const steps = task.steps.map(one => (one.id === 'sale' ? { ...one, model: [model] } : one))
    return setRight(posted(...texts), { ...context(step), task: { ...task, steps } })
  }
  const inWords = (state: LedgerState | null): string[] =>
    entries(state!)
      .slice(2)
      .map(({ number, narration, lines: own }) => `${number} ${narration} ${own[0]!.account}`)

  it('keeps what was posted ahead for other steps, and takes out what was this one’s', () => {
    const state = after(
      'sale',
      '1010 D 72, 4030 C 72',
      '6010 D 30, 1020 C 30 | 2026-10-30 | ahead',
      '1020 D 1, 4040 C 1',
    )
    expect(inWords(state)).toEqual(['3 ahead 6010', '4 the model 1010'])
    expect(found(state!, 0).met).toBe(true)
  })
  it('keeps wrong work of another step too', () => {
    expect(inWords(after('sale', '6010 D 33, 1020 C 33 | 2026-10-30 | ahead'))).toEqual([
      '3 ahead 6010',
      '4 the model 1010',
    ])
  })
  it('keeps an entry whole that is two steps’ together', () => {
    const state = after('sale', '1010 D 86.40, 4030 C 72, 2200 C 14.40, 6010 D 30, 1020 C 30 | 2026-10-02 | both')
    expect(inWords(state)).toEqual(['3 both 1010'])
  })
  it('numbers pairs that cancel each other anew, and their link with them', () => {
    const state = after('sale', '1010 D 72, 4030 C 72', '1020 D 9, 4040 C 9', 'reverse 4')
    expect(
      entries(state!)
        .map(({ number, reverses }) => [number, reverses])
        .slice(2),
    ).toEqual([
      [3, undefined],
      [4, 3],
      [5, undefined],
    ])
  })
})

describe('figures of the trainee’s own', () => {
  it('keep their sign, are nought where nothing was posted, and null where there is no such account', () => {
    const state = posted(SALE, '1020 C 900, 6010 D 900')
    const names = [
      'debit balance 1020',
      'credit balance 1020',
      'net debit 4030',
      'net credit 4030',
      'net debit 2010',
      'debit balance 99',
      'mood 1010',
    ]
    expect(names.map(name => figure(state, name, context('wages')))).toEqual([
      '-440.00',
      '440.00',
      '-72.00',
      '72.00',
      '0.00',
      null,
      null,
    ])
  })
})
