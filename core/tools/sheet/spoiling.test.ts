import { describe, expect, it } from 'vitest'
import { sheet } from '.'
import { after, workbookOf, write } from './books.fixture'
import { sheetCheck } from './checks'
import { spoiled } from './spoiling'

const on = { sheet: 'One' }
const start = workbookOf({
  One: [
    ['Kind', 'Fee'],
    ['rack', 80],
    ['mooring', 400],
    ['rack', 95],
  ],
  Two: [[]],
})
const chart = {
  kind: 'pie',
  title: 'Fees',
  across: '',
  up: '',
  labels: null,
  series: [{ name: '', values: '=One!B2:B4' }],
  legend: true,
}
const marking = { by: 'condition', area: 'B2:B4', when: { is: 'more', to: '90' }, look: { fill: 'red' } }

/** Each kind of check, with work that meets it. */
const met: [check: object, ...ops: object[]][] = [
  [
    { kind: 'format', at: 'One!A1:B1', bold: true },
    { type: 'cells.format', ...on, area: 'A1:B1', format: { bold: true } },
  ],
  [
    { kind: 'frozen', sheet: 'One', rows: 1 },
    { type: 'panes.freeze', ...on, rows: 1, columns: 0 },
  ],
  [
    { kind: 'sorted', at: 'One!A2:B4', by: [{ column: 'B' }] },
    { type: 'rows.sort', ...on, area: 'A1:B4', by: [{ column: 'B' }] },
  ],
  [
    { kind: 'name', name: 'Fees', covers: 'One!B2:B4' },
    { type: 'name.define', name: 'Fees', refers: '=One!$B$2:$B$4' },
  ],
  [
    { kind: 'sheets', are: ['Two', 'One'] },
    { type: 'sheet.move', sheet: 'Two', to: 0 },
  ],
  [
    { kind: 'filtered', at: 'One!A2:B4', where: '=A2="rack"' },
    { type: 'rows.filter', ...on, area: 'A1:B4', column: 'A', when: { is: 'equal', to: 'rack' } },
  ],
  [
    { kind: 'accepts', at: 'One!B2:B4', takes: ['1'], refuses: ['x'] },
    { type: 'input.check', ...on, area: 'B2:B4', rule: { takes: 'number', when: { is: 'more', to: '0' } } },
  ],
  [
    { kind: 'marked', at: 'One!B2:B4', where: '=B2>90' },
    { type: 'cells.mark', ...on, marking },
  ],
  [
    { kind: 'scaled', at: 'One!B2:B4', as: 'bar' },
    { type: 'cells.mark', ...on, marking: { by: 'bar', area: 'B2:B4', colour: 'blue' } },
  ],
  [
    { kind: 'chart', as: ['pie'], values: ['One!B2:B4'] },
    { type: 'chart.add', ...on, chart },
  ],
  [
    { kind: 'chart', title: 'fees' },
    { type: 'chart.add', ...on, chart },
  ],
  [
    { kind: 'page', sheet: 'One', across: true, area: 'A1:B4' },
    { type: 'page.set', ...on, change: { across: true, area: 'A1:B4' } },
  ],
  [
    { kind: 'locked', sheet: 'One' },
    { type: 'sheet.lock', ...on, locked: true },
  ],
  [
    { kind: 'hidden', sheet: 'One', rows: [2] },
    { type: 'rows.hide', ...on, from: 2, to: 2 },
  ],
  [
    { kind: 'hidden', sheet: 'One', columns: ['B'] },
    { type: 'columns.hide', ...on, from: 'B', to: 'B' },
  ],
  [
    { kind: 'noted', at: 'One!A1', with: 'ask' },
    { type: 'cell.note', ...on, cell: 'A1', text: 'ask' },
  ],
  [
    { kind: 'linked', at: 'One!A1', to: '#Two!A1' },
    { type: 'cell.link', ...on, cell: 'A1', to: '#Two!A1' },
  ],
  [
    { kind: 'merged', at: 'One!A6:B6' },
    { type: 'cells.merge', ...on, area: 'A6:B6' },
  ],
  [
    { kind: 'summary', from: 'One!A1:B4', rows: 'Kind', values: 'Fee' },
    write('A1', '=SUMMARY(One!A1:B4,"Kind","","Fee")', 'Two'),
  ],
]
const task = { order: 'in-turn' as const, steps: [{ id: 'only', byPerson: false, checks: [], model: [] }] }

describe('what a check asks for', () => {
  it.each(met)('%j is met, and spoiled by what the proof does to it', (written, ...ops) => {
    const check = sheetCheck.parse(written)
    const context = { start, task, step: 'only', closed: [] }
    const done = after(start, ...ops)
    expect(sheet.judge(start, check, context).met).toBe(false)
    expect(sheet.judge(done, check, context).met).toBe(true)
    const found = spoiled(check, done, () => 0)
    expect(found).not.toBeNull()
    expect(sheet.judge(after(done, found!.op), check, context).met).toBe(false)
  })
})
