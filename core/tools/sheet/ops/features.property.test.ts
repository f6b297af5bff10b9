import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sheet } from '..'
import { plainBook } from '../files/books.fixture'
import { workbookOf } from '../books.fixture'
import { apply } from '../applying'
import { sheetOp } from '../changes'
import type { SheetState } from '../state'

const start = workbookOf({
  One: [
    ['Kind', 'Fee', 'Days'],
    ['rack', 80, 92],
    ['mooring', 400, '=B3/2'],
    ['rack', 95, 92],
    ['swinging', 220, '=SUBTOTAL(9,B2:B5)'],
  ],
  Two: [['rack'], ['mooring']],
})

const on = { sheet: fc.constant('One') }
const area = fc.constantFrom('A1:C5', 'A2:A5', 'B2:B5', 'C3', 'B3:C4')
const when = fc.constantFrom(
  { is: 'equal', to: 'rack' },
  { is: 'more', to: '=$B$2' },
  { is: 'largest', count: 2 },
  { is: 'repeated' },
  { is: 'true', formula: '=$B2>90' },
)
const line = fc.integer({ min: 1, max: 6 })
const op = fc.oneof(
  fc.record({
    type: fc.constant('rows.filter'),
    ...on,
    area: fc.constant('A1:C5'),
    column: fc.constantFrom('A', 'B'),
    when,
  }),
  fc.record({ type: fc.constantFrom('filter.again', 'filter.remove'), ...on }),
  fc.record({
    type: fc.constant('input.check'),
    ...on,
    area,
    rule: fc.constantFrom(null, { takes: 'one-of', from: '=Two!$A$1:$A$2' }, { takes: 'any', when: { is: 'filled' } }),
  }),
  fc.record({
    type: fc.constant('cells.mark'),
    ...on,
    marking: fc.record({ by: fc.constant('condition'), area, when, look: fc.constant({ fill: 'red' }) }),
  }),
  fc.record({ type: fc.constantFrom('cells.unmark', 'cells.merge', 'cells.unmerge'), ...on, area }),
  fc.record({ type: fc.constantFrom('rows.hide', 'rows.show'), ...on, from: line, to: line }),
  fc.record({
    type: fc.constant('cell.note'),
    ...on,
    cell: fc.constantFrom('A1', 'B3'),
    text: fc.constantFrom('', 'ask'),
  }),
  fc.record({
    type: fc.constant('page.set'),
    ...on,
    change: fc.constantFrom({ across: true }, { area: 'A1:B3', again: '1:1' }),
  }),
  fc.record({ type: fc.constant('rows.sort'), ...on, area: fc.constant('A1:C5'), by: fc.constant([{ column: 'B' }]) }),
  fc.record({ type: fc.constant('cells.move'), ...on, area: fc.constant('B2:B5'), to: fc.constantFrom('E2', 'B3') }),
  fc.record({
    type: fc.constant('chart.add'),
    ...on,
    chart: fc.constant({
      kind: 'columns',
      title: '=A1',
      across: '',
      up: '',
      labels: '=One!$A$2:$A$5',
      series: [{ name: '=B1', values: '=Two!A1:A2' }],
      legend: false,
    }),
  }),
  fc.record({ type: fc.constant('sheet.lock'), ...on, locked: fc.boolean() }),
)

const done = (state: SheetState, one: unknown): SheetState => {
  const applied = apply(state, sheetOp.parse(one))
  return applied.ok ? applied.state : state
}
const book = ({ workbook }: SheetState) => plainBook(workbook)

describe('whatever lies on a sheet', () => {
  it('is undone bit for bit, and done again', () => {
    fc.assert(
      fc.property(fc.array(op, { minLength: 1, maxLength: 10 }), ops => {
        const states = ops.reduce<SheetState[]>((all, one) => [...all, done(all.at(-1)!, one)], [start])
        let back = states.at(-1)!
        while (back.past.length > 0) back = done(back, { type: 'undo' })
        expect(back.workbook.sheets).toEqual(start.workbook.sheets)
        while (back.future.length > 0) back = done(back, { type: 'redo' })
        expect(book(back)).toEqual(book(states.at(-1)!))
      }),
      { numRuns: 150 },
    )
  })

  it('is restored by deleting what was inserted, comes back from packing, and is never left half changed', () => {
    fc.assert(
      fc.property(fc.array(op, { minLength: 1, maxLength: 8 }), line, (ops, at) => {
        const state = done(ops.reduce(done, start), { type: 'sheet.lock', sheet: 'One', locked: false })
        const inserted = done(state, { type: 'rows.insert', sheet: 'One', at, count: 2 })
        const again = done(inserted, { type: 'rows.delete', sheet: 'One', at, count: 2 })
        expect(book(again)).toEqual(book(state))
        const packed = JSON.parse(JSON.stringify(sheet.pack!(state, start)))
        expect(sheet.pack!(sheet.unpack!(packed, start), start)).toEqual(packed)
      }),
      { numRuns: 150 },
    )
  })
})
