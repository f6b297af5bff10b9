import { describe, expect, it } from 'vitest'
import { after, refusalOf, typedIn, value, workbookOf, write } from '../books.fixture'

const list = workbookOf({
  One: [
    ['Kind', 'Berth', 'Fee'],
    ['mooring', 'A2', 400],
    ['Mooring', 'B2', 380],
    ['rack', 'A1', 80],
    [null, 'C1', 20],
    [null, null, null],
    ['Sum', null, '=SUM(C2:C5)'],
  ],
})
const put = { type: 'rows.subtotal', sheet: 'One', area: 'A1:C5', by: 'A', of: ['C'] }
const take = { type: 'rows.unsubtotal', sheet: 'One', area: 'A1:C9' }

describe('subtotals', () => {
  it('stand under each group and under all, and what is below moves down', () => {
    const state = after(list, put)
    expect(
      [4, 6, 8, 9].map(row => [value(state, `A${row}`), typedIn(state, `C${row}`), value(state, `C${row}`)]),
    ).toEqual([
      ['mooring total', '=SUBTOTAL(9,C2:C3)', 780],
      ['rack total', '=SUBTOTAL(9,C5:C5)', 80],
      ['empty total', '=SUBTOTAL(9,C7:C7)', 20],
      ['All total', '=SUBTOTAL(9,C2:C8)', 880],
    ])
    expect(typedIn(state, 'C11')).toBe('=SUM(C2:C7)')
    expect(value(after(state, write('C3', '400')), 'C9')).toBe(900)
  })

  it.each([
    ['average', '=SUBTOTAL(1,C2:C3)', 390, 220],
    ['count', '=SUBTOTAL(3,C2:C3)', 2, 4],
    ['largest', '=SUBTOTAL(4,C2:C3)', 400, 400],
    ['smallest', '=SUBTOTAL(5,C2:C3)', 380, 20],
  ])('give the %s', (how, formula, first, all) => {
    const state = after(list, { ...put, how })
    expect([typedIn(state, 'C4'), value(state, 'C4'), value(state, 'C9')]).toEqual([formula, first, all])
  })

  it('are taken out again, and undone', () => {
    const state = after(list, put, take)
    expect(state.workbook.sheets[0]!.inputs).toEqual(list.workbook.sheets[0]!.inputs)
    expect(after(list, put, { type: 'undo' }).workbook).toBe(list.workbook)
  })

  it('are refused where they make no sense', () => {
    expect(refusalOf(list, { ...put, of: ['A'] })).toBe('Column A names the groups: work out others.')
    expect(refusalOf(list, { ...put, by: 'E' })).toBe('Column E isn’t in A1:C5.')
    expect(refusalOf(list, { ...put, area: 'A1:C1' })).toBe('There is no row under the heading.')
    expect(refusalOf(list, take)).toBe('There are no subtotals in A1:C9.')
    expect(refusalOf(after(list, put), { ...put, area: 'A1:C9' })).toMatch('take them out first')
  })
})
