import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { after, value, workbookOf, write } from '../books.fixture'
import { apply } from '../applying'
import { sheetOp } from '../changes'
import type { SheetState } from '../state'
import { limits, spentSoFar } from '../formula/spending'
import { Calculator, costOf } from './calculator'

const values = (state: SheetState) => state.workbook.sheets.map(({ values: cells }) => [...cells.entries()])

describe('recalculation', () => {
  it('works out what stands on a change, and keeps the very blocks that don’t', () => {
    const cells = Array.from({ length: 200 }, (_, row) => [row, `=A${row + 1}*2`])
    const before = workbookOf({ One: cells })
    const now = after(before, write('A1', '50'))
    expect([value(now, 'B1'), value(now, 'B2'), value(now, 'B200')]).toEqual([100, 2, 398])
    const [old, next] = [before, now].map(({ workbook }) => workbook.sheets[0]!)
    expect([...old!.values.differences(next!.values)]).toEqual([[0, 1, 100]])
    expect(next!.formats).toBe(old!.formats)
  })

  it('goes along a chain of 10,000 cells without running out of anything', () => {
    const chain = Array.from({ length: 10_000 }, (_, row) => [row === 0 ? 1 : `=A${row}+1`])
    const state = workbookOf({ One: chain })
    expect(value(state, 'A10000')).toBe(10_000)
    expect(value(after(state, write('A1', '5')), 'A10000')).toBe(10_004)
  })

  it('reports every member of a circle, and what stands on it, and lets others be', () => {
    const state = workbookOf({
      One: [
        ['=B1', '=C1', '=A1', 1],
        ['=A1+1', '=D1+1', '=C2'],
      ],
    })
    expect(['A1', 'B1', 'C1', 'A2', 'C2'].map(cell => value(state, cell))).toEqual(Array(5).fill('#CIRCLE!'))
    expect(value(state, 'B2')).toBe(2)
    const mended = after(state, write('C1', '7'))
    expect(['A1', 'B1', 'A2'].map(cell => value(mended, cell))).toEqual([7, 7, 8])
  })

  it('follows references across sheets, names, and cells that only show when they are worked out', () => {
    const state = after(
      workbookOf({
        One: [['=Two!A1*2', '=rate*10', '=INDIRECT("Two!A"&2)', '=SUM(OFFSET(A1,0,0,1,2))']],
        Two: [[3], [4]],
      }),
      { type: 'name.define', name: 'rate', refers: '=Two!$A$1' },
    )
    expect(['A1', 'B1', 'C1', 'D1'].map(cell => value(state, cell))).toEqual([6, 30, 4, 36])
    const now = after(state, write('A1', '5', 'Two'), write('A2', '9', 'Two'))
    expect(['A1', 'B1', 'C1', 'D1'].map(cell => value(now, cell))).toEqual([10, 50, 9, 60])
  })

  it('lets an array fill its neighbours, or says that there is no room', () => {
    const state = workbookOf({ One: [['=SEQUENCE(3)', '=SUM(A1:A9)', '=A3']] })
    expect(['A1', 'A2', 'A3', 'B1', 'C1'].map(cell => value(state, cell))).toEqual([1, 2, 3, 6, 3])
    const blocked = after(state, write('A2', 'x'))
    expect(['A1', 'A2', 'A3', 'C1'].map(cell => value(blocked, cell))).toEqual(['#NOROOM!', 'x', null, 0])
    const freed = after(blocked, { type: 'cells.clear', sheet: 'One', area: 'A2' })
    expect(['A1', 'A2', 'A3', 'B1'].map(cell => value(freed, cell))).toEqual([1, 2, 3, 6])
    const larger = after(freed, write('A1', '=SEQUENCE(5)'))
    expect(['A5', 'B1', 'C1'].map(cell => value(larger, cell))).toEqual([5, 15, 3])
    expect(value(after(larger, write('A1', '')), 'B1')).toBe(0)
  })

  it('is the same whoever has used the calculator in between', () => {
    const start = workbookOf({ One: [[1, '=A1+1', '=B1*2']] })
    const one = after(start, write('A1', '10'))
    const other = after(start, write('B1', '=A1+5'))
    expect(value(after(one, write('A1', '20')), 'C1')).toBe(42)
    expect(value(after(other, write('A1', '20')), 'C1')).toBe(50)
    expect(value(start, 'C1')).toBe(4)
  })
})

describe('a circle through what an array fills', () => {
  it('stays one, whichever of its formulas came first', () => {
    const array = write('A4', '=SEQUENCE(2)+B5')
    const user = write('B5', '=SUM(A5:A5)')
    for (const ops of [
      [array, user],
      [user, array],
    ]) {
      const state = after(workbookOf({ One: [[1]] }), ...ops)
      expect(['A4', 'A5', 'B5'].map(name => value(state, name))).toEqual(['#CIRCLE!', null, '#CIRCLE!'])
      const freed = after(state, write('B5', '3'))
      expect(['A4', 'A5'].map(name => value(freed, name))).toEqual([4, 5])
    }
  })

  it('is none where a formula asks only where a cell lies', () => {
    const state = after(workbookOf({ One: [[]] }), write('A3', '=ROW(A3)'), write('B3', '=COLUMN(B3)'))
    expect([value(state, 'A3'), value(state, 'B3')]).toEqual([3, 2])
    const moved = after(workbookOf({ One: [[]] }), write('E1', '=OFFSET(A5,1,0)'), write('A6', '=OFFSET(E1,1,0)'))
    for (const one of [moved, after(moved, write('A1', 'shed'))])
      expect([value(one, 'E1'), value(one, 'A6')]).toEqual([0, 0])
  })

  it('is none where a formula reaches into an array that is worked out anew', () => {
    const state = after(
      workbookOf({ One: [[]] }),
      write('B3', '=SEQUENCE(2)+A7'),
      write('A1', '=OFFSET(B3,1,0)'),
      write('A6', '=SEQUENCE(2)+B1'),
      write('A2', 'shed'),
    )
    expect(['B4', 'A1', 'A7'].map(name => value(state, name))).toEqual([4, 4, 2])
  })

  it('is none where one array after the other finds its place', () => {
    const chain = Array.from({ length: 14 }, (_, at) =>
      write(`${'ABCDEFGHIJKLMN'[at]!}1`, at === 0 ? '=SEQUENCE(3)' : `=SEQUENCE(${'ABCDEFGHIJKLMN'[at - 1]!}3)`),
    )
    const state = after(workbookOf({ One: [[]] }), ...chain.toReversed())
    expect(value(state, 'N3')).toBe(3)
  })
})

const cell = fc
  .tuple(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 1, max: 8 }))
  .map(([column, row]) => `${'ABCDEF'[column]!}${row}`)
const formula = fc.oneof(
  fc.tuple(cell, fc.constantFrom('+', '*', '-', '&'), cell).map(([one, sign, other]) => `=${one}${sign}${other}`),
  fc.tuple(fc.constantFrom('SUM', 'MAX', 'COUNT'), cell, cell).map(([name, one, other]) => `=${name}(${one}:${other})`),
  cell.map(one => `=IF(${one}>2,${one},0)`),
  cell.map(one => `=SEQUENCE(2)+${one}`),
  cell.map(one => `=OFFSET(${one},1,0)`),
)
const text = fc.oneof(
  formula,
  formula,
  fc.integer({ min: -9, max: 99 }).map(String),
  fc.constant('shed'),
  fc.constant(''),
)
const op = fc.oneof(
  { weight: 8, arbitrary: fc.record({ type: fc.constant('cell.write'), sheet: fc.constant('One'), cell, text }) },
  fc.record({
    type: fc.constantFrom('rows.insert', 'rows.delete'),
    sheet: fc.constant('One'),
    at: fc.integer({ min: 1, max: 9 }),
  }),
  fc.record({
    type: fc.constantFrom('columns.insert', 'columns.delete'),
    sheet: fc.constant('One'),
    at: fc.constantFrom('A', 'B', 'D'),
  }),
  fc.record({
    type: fc.constant('cells.move'),
    sheet: fc.constant('One'),
    area: fc.constantFrom('A1:B2', 'C3'),
    to: cell,
  }),
  fc.record({ type: fc.constant('cells.clear'), sheet: fc.constant('One'), area: fc.constantFrom('A1:C2', 'B2:F6') }),
  fc.record({ type: fc.constantFrom('undo', 'redo') }),
)

/** The state after what of these operations can be done. */
export function played(state: SheetState, ops: readonly unknown[]): SheetState {
  return ops.reduce<SheetState>((before, one) => {
    const applied = apply(before, sheetOp.parse(one))
    return applied.ok ? applied.state : before
  }, state)
}

describe('whatever is done', () => {
  it('leaves the values that working everything out anew gives', () => {
    fc.assert(
      fc.property(fc.array(op, { minLength: 1, maxLength: 14 }), ops => {
        const state = played(workbookOf({ One: [[1, 2, '=A1+B1'], ['=SUM(A1:C1)']] }), ops)
        expect(values(state)).toEqual(values({ ...state, workbook: new Calculator().whole(state.workbook) }))
      }),
      { numRuns: 400 },
    )
  })
})

describe('a change that takes too much computing', () => {
  const heavy = '=SUMPRODUCT(SEQUENCE(100000)*1)'
  const rows = (count: number): string[][] => Array.from({ length: count }, () => [heavy])
  const write = (count: number): unknown => ({ type: 'cells.write', sheet: 'One', cell: 'A1', rows: rows(count) })

  it('is refused whole, and what is there goes on as before', () => {
    const state = workbookOf({ One: [[], [], [], [null, '=1+1']] })
    const applied = apply(state, sheetOp.parse(write(200)))
    expect(applied).toEqual({
      ok: false,
      refusal: 'This takes more computing than a change may. Nothing was changed.',
    })
    const next = played(state, [write(3), { type: 'cell.write', sheet: 'One', cell: 'C1', text: '=A1+B4' }])
    expect(values(next)).toEqual(values({ ...next, workbook: new Calculator().whole(next.workbook) }))
  })

  it('of one formula is an error in its cell, the same wherever it is worked out', () => {
    const next = played(workbookOf({ One: [[]] }), [
      { type: 'cell.write', sheet: 'One', cell: 'A1', text: '=COMBIN(1E15,5E14)' },
      { type: 'cell.write', sheet: 'One', cell: 'A2', text: '=SUBSTITUTE(REPT("a",32767),"a",REPT("b",32767))' },
      { type: 'cell.write', sheet: 'One', cell: 'A3', text: '=IFERROR(A1,"too much")' },
    ])
    expect(JSON.stringify(values(next))).toContain('too much')
    expect(values(next)).toEqual(values({ ...next, workbook: new Calculator().whole(next.workbook) }))
  })
})

describe('changes that are cheap each and dear together', () => {
  // A hundredth of what there is, so that it takes a hundredth of the time.
  const usual = { ...limits }
  beforeAll(() => void Object.assign(limits, { formula: usual.formula / 100, change: usual.change / 100 }))
  afterAll(() => void Object.assign(limits, usual))
  const heavy = { type: 'cell.write', sheet: 'One', text: '=SUMPRODUCT(SEQUENCE(900)*1)' }

  it('are refused once the whole could not be opened any more; what is there opens as it is', () => {
    let state = workbookOf({ One: [[1]] })
    let refused = 0
    for (let row = 1; row <= 80; row += 1) {
      const applied = apply(state, sheetOp.parse({ ...heavy, cell: `B${row}` }))
      if (applied.ok) state = applied.state
      else refused += 1
    }
    expect([refused > 0, refused < 80]).toEqual([true, true])
    const whole = new Calculator().whole(state.workbook)
    expect(costOf(whole)).toBeLessThanOrEqual(limits.change)
    expect(values({ ...state, workbook: whole })).toEqual(values(state))
    // Going on with what is cheap, again and again, is never too much.
    for (let time = 0; time < 30; time += 1) {
      const applied = apply(state, sheetOp.parse({ type: 'cell.write', sheet: 'One', cell: 'A1', text: String(time) }))
      expect(applied.ok).toBe(true)
    }
  })

  it('count together where one change tries many numbers', () => {
    const state = played(workbookOf({ One: [[1]] }), [{ ...heavy, cell: 'B1', text: '=A1^3+0*SUM(SEQUENCE(900)*A1)' }])
    const seek = { type: 'input.seek', sheet: 'One', cell: 'B1', wanted: '1234567.8', by: 'A1' }
    const before = spentSoFar()
    apply(state, sheetOp.parse(seek))
    expect(spentSoFar() - before).toBeLessThanOrEqual(limits.change + limits.formula)
  })
})
