import { describe, expect, it } from 'vitest'
import { after, refusalOf, value, workbookOf, write } from '../../books.fixture'
import { operations } from '../../operations/catalogue'
import type { Around } from '../../operations/catalogue'

/** A rate, a number of months, a sum, and two formulas one on the other. */
const loan = workbookOf({
  One: [[0.06], [12], [1200], ['=A3*A1'], ['=A3+A4*A2/12'], [null], [0.06], [0.12], [0]],
})
const results = operations.find(({ id }) => id === 'results')!
const select = (top: number, left: number, bottom: number, right: number) => ({
  sheet: 'One',
  top,
  left,
  bottom,
  right,
  row: top,
  column: left,
})

describe('results for several inputs', () => {
  it('are what the formula would show, through all that it stands on', () => {
    const op = results.make(select(6, 0, 8, 0), {} as Around, { result: 'A5', input: 'a1' })
    const state = after(loan, op)
    // 1200 and a year's interest at 6 %, 12 % and none.
    expect(['B7', 'B8', 'B9'].map(cell => value(state, cell))).toEqual([1272, 1344, 1200])
    expect(value(state, 'A5')).toBe(1272)
  })

  it('of two inputs stand in a block, and follow what the formula stands on', () => {
    const begun = after(loan, write('C1', '6'), write('D1', '24'), write('B2', '0.06'), write('B3', '0.1'))
    const op = results.make(select(0, 1, 2, 3), {} as Around, { result: 'A5', input: 'A1', other: 'A2' })
    const state = after(begun, op)
    // Rates down, months across: 1200 · (1 + rate · months / 12).
    expect(['C2', 'D2', 'C3', 'D3'].map(cell => Number(value(state, cell)).toFixed(6))).toEqual([
      '1236.000000',
      '1344.000000',
      '1260.000000',
      '1440.000000',
    ])
    expect(value(after(state, write('A3', '2400')), 'D3')).toBeCloseTo(2880, 9)
  })

  it('say what is wrong: no cell, a circle, an input that is none', () => {
    const at = (formula: string) => value(after(loan, write('C1', formula)), 'C1')
    expect(at('=MULTIPLE.OPERATIONS(A1:A2,A1,1)')).toBe('#VALUE!')
    expect(at('=MULTIPLE.OPERATIONS(C1,A1,1)')).toBe('#CIRCLE!')
    expect(at('=MULTIPLE.OPERATIONS(A5,B9,1)')).toBe(1272)
    expect(at('=MULTIPLE.OPERATIONS(A5,A1,"much")')).toBe('#VALUE!')
    expect(results.make(select(6, 0, 8, 0), {} as Around, { result: 'A5', input: '' })).toMatch('which holds the input')
    expect(results.make(select(6, 0, 6, 0), {} as Around, { result: 'A5', input: 'A1', other: 'A2' })).toMatch(
      'a block',
    )
    expect(refusalOf(loan, write('C1', '=MULTIPLE.OPERATIONS(A5'))).toBe('done')
  })
})
