import { describe, expect, it } from 'vitest'
import { after, refusalOf, typedIn, value, workbookOf, write } from '../books.fixture'
import type { SheetState } from '../state'

const start = workbookOf({
  One: [
    ['Kind', 'Fee', 'Most'],
    ['rack', 80, 100],
    ['mooring', 400, 500],
    ['swinging', 220, 250],
  ],
  Two: [['two']],
})
const featuresOf = ({ workbook }: SheetState, at = 0) => workbook.sheets[at]!.features
const notesOf = ({ workbook }: SheetState, at = 0) => [...workbook.sheets[at]!.notes.entries()]
const on = { sheet: 'One' }
const rule = {
  type: 'input.check',
  ...on,
  area: 'B2:B4',
  rule: { takes: 'number', when: { is: 'at-most', to: '=C2' } },
}
const marked = {
  type: 'cells.mark',
  ...on,
  marking: { by: 'condition', area: 'B2:B4', when: { is: 'true', formula: '=B2>C2/2' }, look: { fill: 'red' } },
}
const copied = (area: string, to: string, toSheet = 'One') => ({ type: 'cells.copy', ...on, area, to, toSheet })

describe('what is copied with cells', () => {
  it('are the rules for what they take and the marks, their formulas moved along', () => {
    const state = after(start, rule, marked, copied('B3:C3', 'E10'))
    expect(featuresOf(state).inputs.map(({ area, rule: { takes } }) => [area, takes])).toEqual([
      ['B2:B4', 'number'],
      ['E10', 'number'],
    ])
    expect(featuresOf(state).inputs[1]!.rule).toEqual({ takes: 'number', when: { is: 'at-most', to: '=F10' } })
    expect(featuresOf(state).markings[0]).toMatchObject({ area: 'E10', when: { formula: '=E10>F10/2' } })
    expect(refusalOf(state, write('E10', '501'))).toMatch('E10 doesn’t take 501')
  })

  it('is one rule where all of it has one, however often it is copied', () => {
    const most = { type: 'cells.write', sheet: 'Two', cell: 'F2', rows: Array.from({ length: 8 }, () => ['90']) }
    const state = after(start, rule, most, copied('B2', 'E2:E9', 'Two'))
    expect(featuresOf(state, 1).inputs).toEqual([
      { area: 'E2:E9', rule: { takes: 'number', when: { is: 'at-most', to: '=F2' } } },
    ])
  })

  it('are notes and links', () => {
    const state = after(
      start,
      { type: 'cell.note', ...on, cell: 'A2', text: 'ask' },
      { type: 'cell.link', ...on, cell: 'A3', to: '#Two!A1' },
      copied('A2:A3', 'A1:A4', 'Two'),
    )
    expect(notesOf(state, 1)).toEqual([
      [0, 0, 'ask'],
      [2, 0, 'ask'],
    ])
    expect([...state.workbook.sheets[1]!.links.entries()].map(([row]) => row)).toEqual([1, 3])
  })

  it('is none of that with values, contents or formats alone', () => {
    for (const what of ['values', 'contents', 'formats'])
      expect(featuresOf(after(start, rule, { ...copied('B2', 'E2'), what })).inputs).toHaveLength(1)
  })
})

describe('a rule from which cells are taken', () => {
  it('says the same of the cells that are left', () => {
    const state = after(start, rule, marked, { ...rule, area: 'B2', rule: null })
    expect(featuresOf(state).inputs).toEqual([
      { area: 'B3:B4', rule: { takes: 'number', when: { is: 'at-most', to: '=C3' } } },
    ])
    expect(featuresOf(after(state, { type: 'cells.unmark', ...on, area: 'B2:B3' })).markings).toMatchObject([
      { area: 'B4', when: { formula: '=B4>C4/2' } },
    ])
  })
})

describe('checked input', () => {
  const list = workbookOf({ One: [['A1-80'], [null], [70, null, 60]] })
  const small = {
    type: 'input.check',
    ...on,
    area: 'B1:C9',
    rule: { takes: 'number', when: { is: 'less', to: '75' } },
  }

  it.each([
    [{ type: 'text.split', ...on, area: 'A1', at: '-' }, 'B1 doesn’t take 80'],
    [{ type: 'cells.replace', ...on, area: 'C3', find: '6', by: '7' }, 'done'],
    [{ type: 'cells.replace', ...on, area: 'C3', find: '60', by: '76' }, 'C3 doesn’t take 76'],
    [{ type: 'cells.copy', ...on, area: 'A3', to: 'B3', toSheet: 'One' }, 'done'],
    [{ type: 'cells.copy', ...on, area: 'A1', to: 'B3', toSheet: 'One', what: 'values' }, 'B3 doesn’t take “A1-80”'],
    [{ type: 'cells.fill', ...on, from: 'C3', to: 'C3:C9', how: 'series' }, 'done'],
    [{ type: 'cells.fill', ...on, from: 'A3', to: 'A3:B3' }, 'done'],
    [{ type: 'cells.fill', ...on, from: 'A1', to: 'A1:B1' }, 'B1 doesn’t take “A1-80”'],
  ])('is asked whichever way something comes into the cells: %j', (op, said) => {
    expect(refusalOf(after(list, small), op)).toMatch(said)
  })

  it('is asked of no cell that only moves', () => {
    const moved = after(
      list,
      write('B1', '900'),
      small,
      { type: 'rows.insert', ...on, at: 1, count: 2 },
      { type: 'cells.move', ...on, area: 'B3', to: 'B4' },
    )
    expect(value(moved, 'B4')).toBe(900)
  })
})

describe('sorting', () => {
  it('takes notes and links along with their rows', () => {
    const state = after(
      start,
      { type: 'cell.note', ...on, cell: 'A3', text: 'ask' },
      { type: 'rows.sort', ...on, area: 'A1:C4', by: [{ column: 'B', order: 'falling' }] },
    )
    expect([typedIn(state, 'A2'), notesOf(state)]).toEqual(['mooring', [[1, 0, 'ask']]])
    expect(notesOf(after(state, { type: 'undo' }))).toEqual([[2, 0, 'ask']])
  })
})
