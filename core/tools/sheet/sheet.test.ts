import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sheet } from '.'
import { after, refusalOf, typedIn, value, workbookOf, write } from './books.fixture'
import type { SheetState } from './state'

const on = { sheet: 'One' }
const cells = (state: SheetState) =>
  state.workbook.sheets.map(({ name, inputs, formats, values, frozen }) => [name, inputs, formats, values, frozen])

describe('copying, filling and moving', () => {
  it('moves along what isn’t fixed, and keeps what is', () => {
    const state = after(workbookOf({ One: [[1, 10, '=A1*B$1+$A$1'], [2], [3]] }), {
      type: 'cells.fill',
      ...on,
      from: 'C1',
      to: 'C1:C3',
    })
    expect(['C2', 'C3'].map(one => typedIn(state, one))).toEqual(['=A2*B$1+$A$1', '=A3*B$1+$A$1'])
    expect(value(state, 'C3')).toBe(31)
  })

  it('goes on with series: by a step, by days, by weekdays and by numbers after words', () => {
    const state = after(
      workbookOf({
        One: [
          [1, '2027-01-31', 'Mon', 'Shed 9'],
          [3, '2027-02-07', 'Tue', 'Shed 10'],
        ],
      }),
      { type: 'cells.fill', ...on, from: 'A1:D2', to: 'A1:D4', how: 'series' },
    )
    expect(['A4', 'C4', 'D4'].map(one => value(state, one))).toEqual([7, 'Thu', 'Shed 12'])
    expect(typedIn(state, 'B4')).toBe('46439')
  })

  it('lets formulas point to where cells have been moved, and sees off the sheet as an error', () => {
    const state = workbookOf({ One: [[5, '=A1*2', '=SUM(A1:A2)'], [6]] })
    const moved = after(state, { type: 'cells.move', ...on, area: 'A1', to: 'E5' })
    expect([typedIn(moved, 'B1'), value(moved, 'B1'), typedIn(moved, 'C1')]).toEqual(['=E5*2', 10, '=SUM(A1:A2)'])
    const copied = after(state, { type: 'cells.copy', ...on, area: 'B1', toSheet: 'One', to: 'A3' })
    expect([typedIn(copied, 'A3'), value(copied, 'A3')]).toEqual(['=#REF!*2', '#REF!'])
  })

  it('repeats a copied area as often as it fits, or takes its values alone', () => {
    const state = workbookOf({ One: [[1, '=A1+1']] })
    const many = after(state, { type: 'cells.copy', ...on, area: 'A1:B1', toSheet: 'One', to: 'A2:B4' })
    expect(['A4', 'B4'].map(one => value(many, one))).toEqual([1, 2])
    const plain = after(state, { type: 'cells.copy', ...on, area: 'B1', toSheet: 'One', to: 'D1', what: 'values' })
    expect(typedIn(plain, 'D1')).toBe('2')
  })
})

describe('rows and columns', () => {
  it('come in with formulas that grow with their areas', () => {
    const state = after(workbookOf({ One: [[1], [2], ['=SUM(A1:A2)', '=A2']] }), { type: 'rows.insert', ...on, at: 2 })
    expect([typedIn(state, 'A4'), typedIn(state, 'B4'), value(state, 'A4')]).toEqual(['=SUM(A1:A3)', '=A3', 3])
  })

  it('go with what stood in them, and leave an error where all of it is gone', () => {
    const state = after(workbookOf({ One: [[1], [2], [3], ['=SUM(A1:A3)', '=A2', '=SUM(A2:A2)']] }), {
      type: 'rows.delete',
      ...on,
      at: 2,
    })
    expect(['A3', 'B3', 'C3'].map(one => typedIn(state, one))).toEqual(['=SUM(A1:A2)', '=#REF!', '=SUM(#REF!)'])
    expect(value(state, 'A3')).toBe(4)
  })

  it('leave everything as it was once what came in has gone again', () => {
    const start = workbookOf({
      One: [
        [1, '=A1+$B$2', '=SUM(A:A)'],
        [2, 3, '=One!A2'],
      ],
      Two: [['=One!B2', '=SUM(One!A1:C2)']],
    })
    fc.assert(
      fc.property(
        fc.constantFrom('rows', 'columns'),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 3 }),
        (along, place, count) => {
          const at = along === 'rows' ? place : 'ABCD'[place - 1]!
          const there = after(
            start,
            { type: `${along}.insert`, ...on, at, count },
            { type: `${along}.delete`, ...on, at, count },
          )
          expect(cells(there)).toEqual(cells(start))
        },
      ),
    )
  })
})

describe('sorting', () => {
  const rows = [
    ['Kind', 'Length', 'Twice'],
    ['rack', 5, '=B2*2'],
    ['mooring', 9, '=B3*2'],
    ['rack', 4, '=B4*2'],
    ['mooring', 7, '=B5*2'],
    [null, 1, '=B6*2'],
  ]

  it('takes whole rows, by several keys, empty cells last, with formulas of their own rows', () => {
    const by = [{ column: 'A' }, { column: 'B', order: 'falling' }]
    const state = after(workbookOf({ One: rows }), { type: 'rows.sort', ...on, area: 'A1:C6', by })
    expect(
      [2, 3, 4, 5, 6].map(row => [value(state, `A${row}`), value(state, `B${row}`), value(state, `C${row}`)]),
    ).toEqual([
      ['mooring', 9, 18],
      ['mooring', 7, 14],
      ['rack', 5, 10],
      ['rack', 4, 8],
      [null, 1, 2],
    ])
  })

  it('is stable', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 2, maxLength: 30 }), keys => {
        const start = workbookOf({ One: keys.map((key, at) => [key, at]) })
        const state = after(start, {
          type: 'rows.sort',
          ...on,
          area: `A1:B${keys.length}`,
          by: [{ column: 'A' }],
          heading: false,
        })
        const found = keys.map((_, at) => [value(state, `A${at + 1}`) as number, value(state, `B${at + 1}`) as number])
        const wanted = keys.map((key, at) => [key, at]).sort((one, other) => one[0]! - other[0]! || one[1]! - other[1]!)
        expect(found).toEqual(wanted)
      }),
    )
  })
})

describe('names and sheets', () => {
  it('are followed by formulas when they are renamed, and missed when they are gone', () => {
    const state = after(
      workbookOf({ One: [['=Two!A1', '=fee*2']], Two: [[4]] }),
      { type: 'name.define', name: 'fee', refers: 'Two!$A$1' },
      { type: 'sheet.rename', sheet: 'Two', to: 'Berth list' },
    )
    expect([typedIn(state, 'A1'), value(state, 'A1'), value(state, 'B1')]).toEqual(["='Berth list'!A1", 4, 8])
    const without = after(state, { type: 'sheet.remove', sheet: 'Berth list' })
    expect([value(without, 'A1'), value(without, 'B1')]).toEqual(['#REF!', '#REF!'])
    expect(value(after(state, { type: 'name.remove', name: 'FEE' }), 'B1')).toBe('#NAME?')
  })

  it('are refused where they would mean something else', () => {
    const state = workbookOf({ One: [[1]] })
    expect(refusalOf(state, { type: 'name.define', name: 'A1', refers: '=One!A1' })).toBe(
      '“A1” already means something else in a formula.',
    )
    expect(refusalOf(state, { type: 'sheet.rename', sheet: 'One', to: 'a/b' })).toMatch(/can’t be empty or hold/)
    expect(refusalOf(state, { type: 'sheet.remove', sheet: 'One' })).toBe('The last sheet can’t be taken away.')
    expect(refusalOf(state, { type: 'sheet.add', name: 'one' })).toBe('There is a sheet “one” already.')
  })
})

describe('bad input', () => {
  const state = workbookOf({ One: [[1]] })

  it.each([
    [write('A1', '=SUM('), 'This formula can’t be read: The formula ends too early.'],
    [
      write('A1', `=${'1+'.repeat(5000)}1`),
      'This formula can’t be read: A formula may have 8192 characters; this one has 10001.',
    ],
    [
      write('A1', `=${'('.repeat(4096)}1${')'.repeat(4000)}`),
      'This formula can’t be read: A formula may be nested 128 deep, and this one is deeper.',
    ],
    [write('A1', 'x', 'Two'), 'There is no sheet “Two” here.'],
    [{ type: 'cells.fill', sheet: 'One', from: 'A1', to: 'B2:C3' }, 'B2:C3 doesn’t continue A1 down, up or to a side.'],
    [
      { type: 'cells.copy', sheet: 'One', area: 'A1:B1', toSheet: 'One', to: 'XFD1' },
      'That doesn’t fit on the sheet from this cell on.',
    ],
    [{ type: 'rows.sort', sheet: 'One', area: 'A1:B3', by: [{ column: 'D' }] }, 'Column D isn’t in A1:B3.'],
    [{ type: 'cells.format', sheet: 'One', area: 'A1', format: { number: '[[' } }, '“[[” is no number format.'],
    [{ type: 'undo' }, 'There is nothing to undo.'],
  ])('%j is refused in words', (op, refusal) => {
    expect(refusalOf(state, op)).toBe(refusal)
  })

  it('a paste of 200,000 cells is taken, and more than that isn’t', () => {
    const rows = (count: number) =>
      Array.from({ length: count }, (_, row) => Array.from({ length: 100 }, (__, column) => String(row + column)))
    const pasted = after(state, { type: 'cells.write', ...on, cell: 'B1', rows: rows(2000) })
    expect(value(pasted, 'CW2000')).toBe(2098)
    expect(value(after(pasted, { type: 'undo' }), 'CW2000')).toBe(null)
    expect(refusalOf(state, { type: 'cells.write', ...on, cell: 'B1', rows: rows(2001) })).toMatch(/at most 200000/)
  })

  it('brackets that are open at the end are closed, and what is typed is tidied', () => {
    const now = after(state, write('B1', '=sum(a1, max(a1:a1'))
    expect([typedIn(now, 'B1'), value(now, 'B1')]).toEqual(['=SUM(A1, MAX(A1:A1))', 2])
  })
})

const address = fc.constantFrom('A1', 'B2', 'C3', 'A1:B2', 'B2:D4', 'C:C')
const single = fc.constantFrom('A1', 'B2', 'C3', 'D4')
const anyOp = fc.oneof(
  fc.record({
    type: fc.constant('cell.write'),
    sheet: fc.constant('One'),
    cell: single,
    text: fc.oneof(fc.string({ maxLength: 12 }), fc.constantFrom('=A1+B2', '=SUM(A1:C3)', '12%', '1 Apr 2027', '£5')),
  }),
  fc.record({
    type: fc.constant('cells.format'),
    sheet: fc.constant('One'),
    area: address,
    format: fc.record({ bold: fc.boolean(), number: fc.constantFrom('0.00', null) }),
  }),
  fc.record({
    type: fc.constantFrom('rows.insert', 'rows.delete'),
    sheet: fc.constant('One'),
    at: fc.integer({ min: 1, max: 5 }),
  }),
  fc.record({
    type: fc.constant('cells.fill'),
    sheet: fc.constant('One'),
    from: fc.constantFrom('A1:A2', 'B2'),
    to: fc.constantFrom('A1:A5', 'B2:D2'),
    how: fc.constantFrom('copy', 'series'),
  }),
  fc.record({
    type: fc.constant('panes.freeze'),
    sheet: fc.constant('One'),
    rows: fc.integer({ min: 0, max: 3 }),
    columns: fc.integer({ min: 0, max: 2 }),
  }),
  fc.record({
    type: fc.constant('cells.decimals'),
    sheet: fc.constant('One'),
    area: address,
    by: fc.constantFrom(1, -1),
  }),
  fc.record({
    type: fc.constant('name.define'),
    name: fc.constantFrom('fee', 'rate'),
    refers: fc.constantFrom('One!A1', '=One!A1:B2'),
  }),
  fc.record({ type: fc.constant('sheet.add'), name: fc.constantFrom('Two', 'Three') }),
  fc.record({ type: fc.constantFrom('undo', 'redo') }),
)

function played(state: SheetState, ops: readonly unknown[]): SheetState {
  return ops.reduce<SheetState>((before, one) => {
    const applied = sheet.apply(before, sheet.op.parse(one))
    return applied.ok ? applied.state : before
  }, state)
}

describe('whatever is done', () => {
  const start = workbookOf({
    One: [
      [1, 'shed', '=A1*2'],
      [2, 3, '=SUM(A1:B2)'],
    ],
  })

  it('is packed and unpacked bit for bit, with all that can be undone', () => {
    fc.assert(
      fc.property(fc.array(anyOp, { maxLength: 12 }), ops => {
        const state = played(start, ops)
        const packed: unknown = JSON.parse(JSON.stringify(sheet.pack(state, start)))
        expect(sheet.unpack(packed, start)).toEqual(state)
      }),
      { numRuns: 300 },
    )
  })

  it('is undone bit for bit', () => {
    fc.assert(
      fc.property(fc.array(anyOp, { maxLength: 8 }), anyOp, (ops, last) => {
        const before = played(start, ops)
        const applied = sheet.apply(before, sheet.op.parse(last))
        if (!applied.ok || applied.state.workbook === before.workbook || last.type === 'undo' || last.type === 'redo')
          return
        expect(cells(after(applied.state, { type: 'undo' }))).toEqual(cells(before))
        expect(cells(after(applied.state, { type: 'undo' }, { type: 'redo' }))).toEqual(cells(applied.state))
      }),
      { numRuns: 300 },
    )
  })

  it('can be said in a sentence, and looking costs nothing', () => {
    fc.assert(
      fc.property(anyOp, op => {
        expect(sheet.describe(sheet.op.parse(op), start)).toMatch(/^[A-Z].*\.$/s)
      }),
    )
    expect(sheet.effect({ type: 'sheet.show', sheet: 'One' })).toBe('look')
    expect(sheet.effect({ type: 'undo' })).toBe('change')
  })

  it('is refused where it was never packed', () => {
    expect(() => sheet.unpack({ book: 1 }, start)).toThrow(RangeError)
  })
})
