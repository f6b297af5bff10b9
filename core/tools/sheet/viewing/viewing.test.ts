import { describe, expect, it } from 'vitest'
import { sheet } from '..'
import { after, workbookOf, write } from '../books.fixture'
import type { CellSeen, SelectionSeen, SheetWindow } from '.'

const state = after(
  workbookOf({
    One: [['List'], [], ['Berth', 'Fee'], ['A1', 80], ['A2', 1250.5], [null, '=SUM(B4:B5)']],
    Rates: [[0.1]],
  }),
  { type: 'cells.format', sheet: 'One', area: 'B4:B6', format: { number: '#,##0.00' } },
)

describe('what the screen asks to see', () => {
  it('is a window of what is shown, with the rows that stay in sight', () => {
    const frozen = after(state, { type: 'panes.freeze', sheet: 'One', rows: 1, columns: 0 })
    const seen = sheet.view(frozen, { kind: 'window', top: 4, left: 0, rows: 10, columns: 5 }) as SheetWindow
    expect(seen.cells.map(({ row, column, text, formula }) => [row, column, text, formula])).toEqual([
      [0, 0, 'List', false],
      [4, 0, 'A2', false],
      [4, 1, '1,250.50', false],
      [5, 1, '1,330.50', true],
    ])
    expect([seen.sheets, seen.extent, seen.undo]).toEqual([['One', 'Rates'], { rows: 6, columns: 2 }, true])
  })

  it('is a cell with what it stands on, and what stands on it', () => {
    const total = sheet.view(state, { kind: 'cell', row: 5, column: 1 }) as CellSeen
    expect([total.typed, total.value, total.shown, total.standsOn.map(({ name }) => name)]).toEqual([
      '=SUM(B4:B5)',
      '1330.5',
      '1,330.50',
      ['B4:B5'],
    ])
    const fee = sheet.view(state, { kind: 'cell', row: 3, column: 1 }) as CellSeen
    expect([fee.typed, fee.usedBy]).toEqual(['80.00', [{ name: 'B6', formula: '=SUM(B4:B5)' }]])
  })

  it('is what a selection comes to, with the list round it and its heading', () => {
    const seen = sheet.view(state, { kind: 'selection', top: 3, left: 0, bottom: 4, right: 1 }) as SelectionSeen
    expect([seen.count, seen.sum, seen.average, seen.text]).toEqual([4, '1330.5', '665.25', 'A1\t80.00\nA2\t1,250.50'])
    expect([seen.list, seen.heading]).toEqual([{ top: 2, left: 0, bottom: 5, right: 1 }, true])
  })

  it('is where the cursor comes to along a row or column', () => {
    const edge = (row: number, column: number, down: number, across: number) =>
      sheet.view(state, { kind: 'edge', row, column, down, across })
    expect(edge(3, 1, 1, 0)).toEqual({ row: 5, column: 1 })
    expect(edge(0, 0, 1, 0)).toEqual({ row: 2, column: 0 })
    expect(edge(5, 1, 1, 0)).toEqual({ row: 1_048_575, column: 1 })
    expect(edge(2, 1, 0, -1)).toEqual({ row: 2, column: 0 })
  })

  it('is help with a formula: what a word could become, and which argument is being typed', () => {
    const named = after(state, { type: 'name.define', name: 'sums', refers: '=One!$B$6' })
    const help = (text: string) =>
      sheet.view(named, { kind: 'help', text, caret: text.length }) as {
        options: { text: string }[]
        call: { name: string; at: number } | null
      }
    expect(
      help('=su')
        .options.slice(0, 3)
        .map(({ text }) => text),
    ).toEqual(['sums', 'SUM(', 'SUMIF('])
    expect(help('=SUMIF(A1:A3,">5",').call).toMatchObject({ name: 'SUMIF', at: 2 })
    expect(help('=IF(A1,SUM(B1,').call).toMatchObject({ name: 'SUM', at: 0 })
    expect(help('="sum(').call).toBeNull()
    expect(help('text').options).toEqual([])
  })

  it('is nothing where the question makes no sense', () => {
    expect(sheet.view(state, { kind: 'window', top: -1 })).toBeNull()
    expect(sheet.view(state, null)).toBeNull()
  })

  it('shows what is typed so that it is read back as it is', () => {
    const typed = (text: string) =>
      sheet.view(after(state, write('D1', text)), { kind: 'cell', row: 0, column: 3 }) as CellSeen
    expect(
      ['12%', '1 Apr 2027', '£5.50', "'007", 'TRUE', '1,250', '8:30'].map(text => [
        typed(text).typed,
        typed(text).kind,
      ]),
    ).toEqual([
      ['12%', 'number'],
      ['1 Apr 2027', 'number'],
      ['£5.50', 'number'],
      ["'007", 'text'],
      ['TRUE', 'logical'],
      ['1,250', 'number'],
      ['08:30', 'number'],
    ])
  })
})
