import { describe, expect, it } from 'vitest'
import { sheet } from '..'
import { after, workbookOf, write } from '../books.fixture'
import type { SheetState } from '../state'
import { sheetCheck } from '.'

const start = workbookOf({
  One: [
    ['Kind', 'Berth', 'Fee'],
    ['rack', 'A1', 80],
    ['mooring', 'A2', 400],
    ['rack', 'A3', 95],
    ['swinging', 'B1', 220],
  ],
  Two: [[]],
})
const task = { order: 'in-turn' as const, steps: [{ id: 'only', byPerson: false, checks: [], model: [] }] }

function judged(state: SheetState, check: unknown) {
  const found = sheet.judge(state, sheetCheck.parse(check), { start, task, step: 'only', closed: [] })
  return found.met ? 'met' : [found.fault, Number(found.share.toFixed(2))]
}
const on = { sheet: 'One' }

describe('a filter', () => {
  const check = { kind: 'filtered', at: 'One!A2:C5', where: '=A2="rack"' }
  const filter = (when: unknown) => ({ type: 'rows.filter', ...on, area: 'A1:C5', column: 'A', when })

  it('is judged by the rows that are shown, by whatever conditions', () => {
    expect(judged(after(start, filter({ is: 'equal', to: 'rack' })), check)).toBe('met')
    expect(judged(after(start, filter({ is: 'beginning', text: 'ra' })), check)).toBe('met')
    expect(
      judged(
        after(start, { type: 'rows.hide', ...on, from: 3, to: 3 }, { type: 'rows.hide', ...on, from: 5, to: 5 }),
        check,
      ),
    ).toBe('met')
  })
  it('isn’t met where rows are missing, too many, or gone', () => {
    expect(judged(start, check)).toEqual(['not-filtered', 0])
    expect(judged(after(start, filter({ is: 'not-equal', to: 'rack' })), check)).toEqual(['wrong-rows', 0])
    const deleted = after(
      start,
      { type: 'rows.delete', ...on, at: 5, count: 1 },
      { type: 'rows.delete', ...on, at: 3, count: 1 },
    )
    expect(judged(deleted, check)).not.toBe('met')
  })
})

describe('a summary', () => {
  const check = { kind: 'summary', from: 'One!A1:C5', rows: 'Kind', values: 'Fee' }
  it.each([
    ['our own function', [write('A1', '=SUMMARY(One!A1:C5,"Kind","","Fee")', 'Two')]],
    [
      'conditional totals beside typed labels',
      [
        ...['rack', 'mooring', 'swinging'].map((kind, at) => write(`E${at + 1}`, kind)),
        write('F1', '=SUMIF($A$2:$A$5,E1,$C$2:$C$5)'),
        { type: 'cells.fill', ...on, from: 'F1', to: 'F1:F3' },
      ],
    ],
  ])('by %s counts', (_, ops) => {
    expect(judged(after(start, ...ops), check)).toBe('met')
  })
  it('doesn’t count where it is typed in, or a part of it is missing', () => {
    const typed = after(start, {
      type: 'cells.write',
      ...on,
      cell: 'E1',
      rows: [
        ['rack', '175'],
        ['mooring', '400'],
        ['swinging', '220'],
      ],
    })
    expect(judged(typed, check)).toEqual(['typed-value', 0])
    expect(judged(after(start, write('E1', 'rack'), write('F1', '=C2+C4')), check)).toEqual([
      'summary-incomplete',
      0.33,
    ])
    expect(judged(start, check)).toEqual(['summary-missing', 0])
    expect(judged(after(start, write('A1', '=SUMMARY(One!A1:C5,"Kind","","Fee","count")', 'Two')), check)).toEqual([
      'summary-missing',
      0,
    ])
  })
  it('by two fields asks for both labels', () => {
    const two = { ...check, columns: 'Berth' }
    expect(judged(after(start, write('A1', '=SUMMARY(One!A1:C5,"Kind","Berth","Fee")', 'Two')), two)).toBe('met')
    expect(judged(after(start, write('A1', '=SUMMARY(One!A1:C5,"Kind","","Fee")', 'Two')), two)).not.toBe('met')
  })
})

describe('what cells take', () => {
  const check = { kind: 'accepts', at: 'One!A2:A5', takes: ['rack', 'mooring'], refuses: ['shed'] }
  const list = (area: string, from: string) => ({ type: 'input.check', ...on, area, rule: { takes: 'one-of', from } })

  it('is judged by typing it', () => {
    expect(judged(after(start, list('A2:A5', 'rack, mooring, swinging')), check)).toBe('met')
    expect(judged(after(start, list('A2:A9', '=A2:A5')), check)).toBe('met')
    expect(judged(start, check)).toEqual(['takes-anything', 0])
    expect(judged(after(start, list('A2:A4', 'rack, mooring')), check)).toEqual(['takes-anything', 0.75])
    expect(judged(after(start, list('A2:A5', 'rack')), check)).toEqual(['refuses-right', 0])
    expect(judged(after(start, list('A2:A5', 'rack, mooring, shed')), check)).toEqual(['takes-wrong', 0])
  })
})

describe('marks by rule', () => {
  const check = { kind: 'marked', at: 'One!C2:C5', where: '=C2>200' }
  const mark = (when: unknown, area = 'C2:C5') => ({
    type: 'cells.mark',
    ...on,
    marking: { by: 'condition', area, when, look: { fill: 'amber' } },
  })
  const changes = [{ cell: 'One!C2', to: '500' }]

  it('are judged by the cells that stand out', () => {
    expect(judged(after(start, mark({ is: 'more', to: '200' })), check)).toBe('met')
    expect(judged(after(start, mark({ is: 'true', formula: '=$C2>200' }, 'A2:C5')), check)).toBe('met')
    expect(judged(after(start, mark({ is: 'more', to: '220' })), check)).toEqual(['not-marked', 0.5])
    expect(judged(after(start, mark({ is: 'at-least', to: '95' })), check)).toEqual(['marked-wrongly', 0.5])
    expect(judged(start, check)).toEqual(['not-marked', 0])
  })
  it('follow what changes; paint doesn’t', () => {
    const painted = after(
      start,
      { type: 'cells.format', ...on, area: 'C3', format: { fill: 'amber' } },
      { type: 'cells.format', ...on, area: 'C5', format: { fill: 'amber' } },
    )
    expect(judged(painted, check)).toEqual(['painted-by-hand', 0])
    const topTwo = after(start, mark({ is: 'largest', count: 2 }))
    expect(judged(topTwo, check)).toBe('met')
    expect(judged(topTwo, { ...check, changes })).toEqual(['does-not-follow', 0.67])
    expect(judged(after(start, mark({ is: 'more', to: '200' })), { ...check, changes })).toBe('met')
  })
  it('may be a scale or bars', () => {
    const bars = after(start, { type: 'cells.mark', ...on, marking: { by: 'bar', area: 'C2:C5', colour: 'blue' } })
    expect(judged(bars, { kind: 'scaled', at: 'One!C2:C5', as: 'bar' })).toBe('met')
    expect(judged(bars, { kind: 'scaled', at: 'One!C2:C5', as: 'scale' })).toEqual(['not-scaled', 0])
  })
})

describe('a chart', () => {
  const chart = {
    kind: 'columns',
    title: 'Fees by berth',
    across: 'Berth',
    up: '',
    labels: '=One!$B$2:$B$5',
    series: [{ name: '=One!$C$1', values: '=One!$C$2:$C$5' }],
    legend: false,
  }
  const drawn = (change: object = {}) =>
    after(start, { type: 'chart.add', sheet: 'Two', chart: { ...chart, ...change } })
  const check = {
    kind: 'chart',
    as: ['columns', 'bars'],
    values: ['One!C2:C5'],
    labels: 'One!B2:B5',
    title: 'fees',
  }
  it('is judged by its kind, cells and titles, each a part of the points', () => {
    expect(judged(drawn(), check)).toBe('met')
    expect(judged(drawn({ kind: 'pie' }), check)).toEqual(['other-chart', 0])
    expect(judged(drawn({ series: [{ name: '', values: '=One!C2:C4' }] }), check)).toEqual(['other-cells-drawn', 0.75])
    expect(judged(drawn({ labels: null }), check)).toEqual(['other-labels', 0.75])
    expect(judged(drawn({ title: '' }), check)).toEqual(['title-missing', 0.75])
    expect(judged(drawn({ title: '=One!C1' }), { ...check, title: 'fee' })).toBe('met')
    expect(judged(drawn(), { ...check, up: '' })).toEqual(['title-missing', 0.8])
    expect(judged(drawn(), { ...check, legend: true })).toEqual(['wrong-legend', 0.8])
    expect(judged(start, check)).toEqual(['chart-missing', 0])
  })
  it('that comes nearest counts', () => {
    expect(judged(after(drawn({ kind: 'pie' }), { type: 'chart.add', ...on, chart }), check)).toBe('met')
  })
})

describe('the page, the lock, and what is hidden', () => {
  it('asks only for what it says', () => {
    const check = { kind: 'page', sheet: 'One', across: true, wide: 1, again: '1:1', area: 'A1:C5', footer: '{page}' }
    const change = {
      across: true,
      fit: { wide: 1, tall: 0 },
      again: '1:1',
      area: 'A1:C5',
      footer: { right: 'Page {page}' },
    }
    expect(judged(after(start, { type: 'page.set', ...on, change }), check)).toBe('met')
    expect(judged(after(start, { type: 'page.set', ...on, change: { ...change, again: '1:2' } }), check)).toEqual([
      'wrong-page',
      0.8,
    ])
    expect(judged(start, check)).toEqual(['wrong-page', 0])
  })
  it('tells a locked sheet from one with the wrong cells open', () => {
    const check = { kind: 'locked', sheet: 'One', open: 'One!C2:C5' }
    const open = (area: string) => ({ type: 'cells.format', ...on, area, format: { open: true } })
    const lock = { type: 'sheet.lock', ...on, locked: true }
    expect(judged(after(start, open('C2:C5'), lock), check)).toBe('met')
    expect(judged(after(start, open('C2:C4'), lock), check)).toEqual(['wrong-cells-open', 0])
    expect(judged(after(start, open('B2:C5'), lock), check)).toEqual(['wrong-cells-open', 0])
    expect(judged(after(start, open('C2:C5')), check)).toEqual(['not-locked', 0])
  })
  it('asks for exactly these lines', () => {
    const hide = { type: 'columns.hide', ...on, from: 'B', to: 'B' }
    const check = { kind: 'hidden', sheet: 'One', columns: ['B'] }
    expect(judged(after(start, hide), check)).toBe('met')
    expect(judged(start, check)).toEqual(['wrong-hidden', 0])
    const rows = { kind: 'hidden', sheet: 'One', rows: [2] }
    expect(judged(after(start, hide, { type: 'rows.hide', ...on, from: 2, to: 2 }), rows)).toBe('met')
    expect(judged(after(start, { type: 'rows.hide', ...on, from: 2, to: 3 }), rows)).toEqual(['wrong-hidden', 0])
  })
})

describe('notes, links and merged cells', () => {
  it('are there or not', () => {
    const state = after(
      start,
      { type: 'cell.note', ...on, cell: 'B2', text: 'Ask K. Fenwick' },
      { type: 'cell.link', ...on, cell: 'B3', to: '#Two!$A$1' },
      { type: 'cells.merge', ...on, area: 'A1:B1' },
    )
    expect(judged(state, { kind: 'noted', at: 'One!B2', with: 'fenwick' })).toBe('met')
    expect(judged(state, { kind: 'noted', at: 'One!B2', with: 'holm' })).toEqual(['other-note', 0])
    expect(judged(start, { kind: 'noted', at: 'One!B2', with: 'holm' })).toEqual(['note-missing', 0])
    expect(judged(state, { kind: 'linked', at: 'One!B3', to: '#Two!A1' })).toBe('met')
    expect(judged(state, { kind: 'linked', at: 'One!B3', to: '#Two!A2' })).toEqual(['other-link', 0])
    expect(judged(start, { kind: 'linked', at: 'One!B3', to: '#Two!A1' })).toEqual(['link-missing', 0])
    expect(judged(state, { kind: 'merged', at: 'One!A1:B1' })).toBe('met')
    expect(judged(start, { kind: 'merged', at: 'One!A1:B1' })).toEqual(['not-merged', 0])
  })
})
