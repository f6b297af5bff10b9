import { describe, expect, it } from 'vitest'
import { sheet } from '..'
import { after, workbookOf, write } from '../books.fixture'
import type { ChartSeen } from '../charting'
import type { SheetState } from '../state'
import type { CellSeen, SelectionSeen, SheetWindow } from '.'

const on = { sheet: 'One' }
const start = workbookOf({
  One: [
    ['Kind', 'Fee', 'Paid'],
    ['rack', 80, true],
    ['mooring', 400, false],
    ['rack', 95, true],
  ],
  Rates: [['rack'], ['mooring']],
})
const look = <View>(state: SheetState, query: object): View => sheet.view!(state, query) as View
const windowOf = (state: SheetState): SheetWindow =>
  look(state, { kind: 'window', top: 0, left: 0, rows: 40, columns: 10 })
const cellOf = (state: SheetState, row: number, column: number): CellSeen => look(state, { kind: 'cell', row, column })

describe('a window', () => {
  it('tells lines that aren’t shown by a size of nothing, and leaves their cells out', () => {
    const state = after(
      start,
      { type: 'rows.filter', ...on, area: 'A1:C4', column: 'A', when: { is: 'equal', to: 'rack' } },
      { type: 'columns.hide', ...on, from: 'C', to: 'C' },
    )
    const seen = windowOf(state)
    expect([seen.heights, seen.widths]).toEqual([{ 2: 0 }, { 2: 0 }])
    expect(seen.cells.some(({ row }) => row === 2)).toBe(false)
    expect(seen.filter).toEqual({
      area: { top: 0, left: 0, bottom: 3, right: 2 },
      columns: [{ column: 0, words: 'equal to rack' }],
      shown: 2,
      rows: 3,
    })
  })

  it('has what stands out by rule, the first rule deciding, also where cells are empty', () => {
    const mark = (area: string, when: object, marked: object) => ({
      type: 'cells.mark',
      ...on,
      marking: { by: 'condition', area, when, look: marked },
    })
    const state = after(
      start,
      mark('B2:B6', { is: 'at-most', to: '95' }, { fill: 'red', bold: true }),
      mark('B2:B6', { is: 'less', to: '90' }, { fill: 'green' }),
      mark('A6:A7', { is: 'empty' }, { fill: 'grey' }),
      { type: 'cells.mark', ...on, marking: { by: 'bar', area: 'B2:B4', colour: 'blue' } },
    )
    const marked = new Map(windowOf(state).cells.map(cell => [`${cell.row} ${cell.column}`, cell.marked]))
    expect(marked.get('1 1')).toEqual({
      look: { fill: 'green', bold: true },
      bar: { colour: 'blue', share: 0.2 },
    })
    expect(marked.get('3 1')?.look).toEqual({ fill: 'red', bold: true })
    expect(marked.get('2 1')).toEqual({ look: {}, bar: { colour: 'blue', share: 1 } })
    expect(marked.get('6 0')?.look).toEqual({ fill: 'grey' })
  })

  it('has notes, links, merged cells, the page and the lock', () => {
    const state = after(
      start,
      { type: 'cell.note', ...on, cell: 'B9', text: 'nobody yet' },
      { type: 'cell.link', ...on, cell: 'A1', to: '#Rates!A1' },
      { type: 'cells.merge', ...on, area: 'E1:F2' },
      { type: 'page.set', ...on, change: { across: true } },
      { type: 'sheet.lock', ...on, locked: true },
    )
    const seen = windowOf(state)
    expect(seen.cells.find(({ note }) => note)).toMatchObject({ row: 8, column: 1, text: '' })
    expect(seen.cells.find(({ link }) => link)).toMatchObject({ row: 0, column: 0 })
    expect([seen.merged, seen.page.across, seen.locked]).toEqual([
      [{ top: 0, left: 4, bottom: 1, right: 5 }],
      true,
      true,
    ])
  })
})

describe('a cell', () => {
  it('says what it takes, what was noted, how it may stand out, and that it is locked', () => {
    const state = after(
      start,
      { type: 'input.check', ...on, area: 'A2:A4', rule: { takes: 'one-of', from: '=Rates!$A$1:$A$2' } },
      { type: 'cell.note', ...on, cell: 'A2', text: 'ask' },
      { type: 'cells.mark', ...on, marking: { by: 'scale', area: 'A1:B4', low: 'green', high: 'red' } },
      { type: 'cells.format', ...on, area: 'B2', format: { open: true } },
      { type: 'sheet.lock', ...on, locked: true },
    )
    expect(cellOf(state, 1, 0)).toMatchObject({
      takes: { words: 'one of rack, mooring', choices: ['rack', 'mooring'] },
      note: 'ask',
      markings: ['from green for the smallest to red for the largest'],
      locked: true,
    })
    expect(cellOf(state, 1, 1)).toMatchObject({ takes: null, note: '', locked: false })
  })

  it.each([
    [{ takes: 'whole', when: { is: 'between', from: '1', to: '9' } }, 'a whole number between 1 and 9'],
    [{ takes: 'day', when: { is: 'at-least', to: '1 Apr 2027' } }, 'a day at least 1 Apr 2027'],
    [{ takes: 'length', when: { is: 'at-most', to: '12' } }, 'a text with a length at most 12'],
    [{ takes: 'any', when: { is: 'true', formula: '=B2>1' } }, 'a value where B2>1'],
    [{ takes: 'number', when: { is: 'not-equal', to: '0' } }, 'a number not equal to 0'],
  ])('that takes %j says “%s”', (rule, words) => {
    const state = after(start, { type: 'input.check', ...on, area: 'B2', rule })
    expect(cellOf(state, 1, 1).takes?.words).toBe(words)
  })
})

describe('finding', () => {
  const find = (state: SheetState, text: string, row = 0, column = 0) =>
    look(state, { kind: 'find', row, column, text })

  it('goes from one to the next, round again, and through formulas', () => {
    const state = after(start, write('B6', '=SUM(B2:B4)'))
    expect(find(state, 'RACK')).toEqual({ row: 1, column: 0 })
    expect(find(state, 'rack', 1, 0)).toEqual({ row: 3, column: 0 })
    expect(find(state, 'rack', 3, 0)).toEqual({ row: 1, column: 0 })
    expect(find(state, 'sum(')).toEqual({ row: 5, column: 1 })
    expect(find(state, '575')).toEqual({ row: 5, column: 1 })
    expect(find(state, 'nowhere')).toBeNull()
  })

  it('passes over rows that aren’t shown', () => {
    const state = after(start, { type: 'rows.hide', ...on, from: 2, to: 2 })
    expect(find(state, 'rack')).toEqual({ row: 3, column: 0 })
  })
})

describe('a selection', () => {
  it('knows the headings of its list', () => {
    const seen = look<SelectionSeen>(start, { kind: 'selection', top: 2, left: 1, bottom: 2, right: 1 })
    expect([seen.headings, seen.heading]).toEqual([['Kind', 'Fee', 'Paid'], true])
  })
})

describe('a chart', () => {
  const drawn = after(start, {
    type: 'chart.add',
    ...on,
    chart: {
      kind: 'columns',
      title: '=B1',
      across: 'Kind',
      up: '',
      labels: '=A2:A4',
      series: [
        { name: '=B1', values: '=B2:B4' },
        { name: 'none', values: '=Rates!A1:A2' },
      ],
      legend: true,
    },
  })
  const charts = (state: SheetState) => look<ChartSeen[]>(state, { kind: 'charts' })

  it('is seen with its points; texts are no figures', () => {
    expect(charts(drawn)[0]).toMatchObject({
      title: 'Fee',
      labels: ['rack', 'mooring', 'rack'],
      series: [
        { name: 'Fee', values: [80, 400, 95] },
        { name: 'none', values: [null, null] },
      ],
    })
  })

  it('leaves out rows that aren’t shown, and follows its cells when they move', () => {
    const hidden = after(drawn, { type: 'rows.hide', ...on, from: 3, to: 3 })
    expect(charts(hidden)[0]!.labels).toEqual(['rack', 'rack'])
    const moved = after(drawn, { type: 'rows.insert', ...on, at: 1, count: 2 }, write('B4', '90'))
    expect([charts(moved)[0]!.title, charts(moved)[0]!.series[0]!.values]).toEqual(['Fee', [90, 400, 95]])
    expect(moved.workbook.sheets[0]!.features.charts[0]!.labels).toBe('=A4:A6')
  })

  it('counts its points where it has no names', () => {
    const plain = after(drawn, { type: 'chart.change', ...on, id: 1, change: { labels: null } })
    expect([charts(plain)[0]!.labels, charts(plain)[0]!.places]).toEqual([
      ['1', '2', '3'],
      [1, 2, 3],
    ])
  })
})
