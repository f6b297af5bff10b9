import { describe, expect, it } from 'vitest'
import { after, refusalOf, typedIn, value, workbookOf, write } from '../books.fixture'
import { judge } from '../checks'
import type { SheetContext } from '../checks/places'
import type { FormulaHelp } from '../formula/completing'
import { pack, unpack } from '../packing'
import { view } from '../viewing'
import type { CellSeen, SheetWindow } from '../viewing'
import type { SheetState } from '../state'

const list = workbookOf({
  One: [
    ['Kind', 'Days', 'Fee', null, '=SUM(C2:C3)'],
    ['rack', 10, '=B2*2', null, '=SUM(Two!A1)+COUNT($B$2:$B$3)'],
    ['mooring', 20, '=B3*2'],
  ],
  Two: [['=SUM(One!B1:B3)', '=One!B3']],
})
const on = { sheet: 'One' }
const make = { type: 'table.make', ...on, area: 'A1:C3', name: 'Berths' }
const made = after(list, make)
const areaOf = ({ workbook }: SheetState) => workbook.sheets[0]!.features.tables.map(({ area }) => area)
const check = (state: SheetState, one: object) => judge(state, { kind: 'table', ...one } as never, {} as SheetContext)

describe('a table', () => {
  it('grows with what is typed right below it: formulas, looks, rules, and what names its columns', () => {
    const state = after(
      made,
      { type: 'cells.format', ...on, area: 'C2:C3', format: { number: '0.00' } },
      { type: 'input.check', ...on, area: 'B2:B3', rule: { takes: 'number', when: { is: 'more', to: '0' } } },
      write('A4', 'swinging'),
    )
    expect(areaOf(state)).toEqual(['A1:C4'])
    expect(typedIn(state, 'C4')).toBe('=B4*2')
    expect(state.workbook.sheets[0]!.formats.at(3, 2)?.number).toBe('0.00')
    expect([
      typedIn(state, 'E1'),
      typedIn(state, 'E2'),
      typedIn(state, 'A1', 'Two'),
      typedIn(state, 'B1', 'Two'),
    ]).toEqual(['=SUM(C2:C4)', '=SUM(Two!A1)+COUNT($B$2:$B$4)', '=SUM(One!B1:B4)', '=One!B3'])
    expect(refusalOf(state, write('B4', '-1'))).toMatch('B4 doesn’t take -1')
    expect(value(after(state, write('B4', '30')), 'E1')).toBe(120)
  })

  it('grows by all rows and columns that are put in at once, and by one undo is as it was', () => {
    const rows = {
      type: 'cells.write',
      ...on,
      cell: 'A4',
      rows: [
        ['rack', '1'],
        ['rack', '2'],
      ],
    }
    const state = after(made, rows)
    expect([areaOf(state), value(state, 'C5'), value(state, 'E1')]).toEqual([['A1:C5'], 4, 66])
    expect(after(state, { type: 'undo' }).workbook).toBe(made.workbook)
    const wide = after(made, write('D2', 'yes'))
    expect([areaOf(wide), value(wide, 'D1')]).toEqual([['A1:D3'], 'Column 4'])
    expect(value(after(made, write('D1', 'Paid')), 'D1')).toBe('Paid')
  })

  it.each([
    ['A5', 'x'],
    ['D4', 'x'],
    ['A4', ''],
  ])('stays as it is when %s is typed into: “%s”', (cell, text) => {
    expect(areaOf(after(made, write(cell, text)))).toEqual(['A1:C3'])
  })

  it('stays where something stands below it', () => {
    expect(areaOf(after(list, write('C4', '=SUM(C2:C3)'), make, write('A4', 'all')))).toEqual(['A1:C3'])
  })

  it('of one row leaves single cells single', () => {
    const state = after(
      list,
      { ...make, area: 'A1:C2' },
      { type: 'cells.clear', ...on, area: 'A3:C3' },
      write('A3', 'x'),
    )
    expect([typedIn(state, 'C2'), typedIn(state, 'C3')]).toEqual(['=B2*2', '=B3*2'])
  })
})

describe('parts of a table in formulas', () => {
  it.each([
    ['=SUM(Berths[Fee])', 60],
    ['=SUM(berths[fee])', 60],
    ['=ROWS(Berths)', 2],
    ['=ROWS(Berths[#All])', 3],
    ['=COLUMNS(Berths[[Days]:[Fee]])', 2],
    ['=SUM(Berths[[#All],[Days]])', 30],
    ['=Berths[[#Headers],[Days]]', 'Days'],
    ['=COUNTA(Berths[#Headers])', 3],
    ['=SUM(Berths[Height])', '#NAME?'],
    ['=SUM(Boats[Fee])', '#NAME?'],
    ['=Berths[@Fee]', '#VALUE!'],
  ])('%s gives %s', (formula, expected) => {
    expect(value(after(made, write('G9', formula)), 'G9')).toBe(expected)
  })

  it('mean the row in which they stand', () => {
    const state = after(made, write('F2', '=Berths[@Fee]+1'), write('F3', '=Berths[[#This Row],[Days]]'))
    expect([value(state, 'F2'), value(state, 'F3')]).toEqual([21, 20])
    expect(value(after(state, write('B2', '100')), 'F2')).toBe(201)
  })

  it('follow the table as it grows, is moved and named anew, and its headings', () => {
    const state = after(made, write('G9', '=SUM(Berths[Fee])'))
    expect(value(after(state, write('B4', '100')), 'G9')).toBe(260)
    const renamed = after(state, { ...make, name: 'Moorings' }, write('C1', 'Sum [£]'))
    expect([typedIn(renamed, 'G9'), value(renamed, 'G9')]).toEqual(["=SUM(Moorings[Sum '[£']])", 60])
    const moved = after(state, { type: 'cells.move', ...on, area: 'A1:C3', to: 'A11' })
    expect([areaOf(moved), value(moved, 'G9')]).toEqual([['A11:C13'], 60])
    expect(value(after(moved, write('B12', '0')), 'G9')).toBe(40)
    const without = after(state, { type: 'rows.delete', ...on, at: 2 })
    expect(value(without, 'G8')).toBe(40)
  })

  it('are plain cells once it is a plain list', () => {
    const state = after(made, write('F2', '=Berths[@Fee]'), write('B2', '=SUM(Berths[Fee])', 'Two'), {
      type: 'table.remove',
      name: 'berths',
    })
    expect([typedIn(state, 'F2'), typedIn(state, 'B2', 'Two'), areaOf(state)]).toEqual([
      '=C2',
      '=SUM(One!$C$2:$C$3)',
      [],
    ])
    expect(refusalOf(state, { type: 'table.remove', name: 'Berths' })).toBe('There is no table “Berths”.')
  })

  it('are completed, and shown as what a formula stands on', () => {
    const help = view(made, { kind: 'help', text: '=SUM(Berths[@F', caret: 14 }) as FormulaHelp
    expect(help.options.map(({ text }) => text)).toEqual(['Berths[@Fee]'])
    const cell = view(after(made, write('G9', '=SUM(Berths[Fee])')), { kind: 'cell', row: 8, column: 6 }) as CellSeen
    expect(cell.standsOn).toMatchObject([{ name: 'C2:C3' }])
    expect((view(made, { kind: 'cell', row: 1, column: 1 }) as CellSeen).table).toEqual({
      name: 'Berths',
      heading: 'Days',
    })
    const window = view(made, { kind: 'window', top: 0, left: 0, rows: 9, columns: 9 }) as SheetWindow
    expect(window.names).toContainEqual({ name: 'Berths', refers: 'One!A1:C3' })
  })

  it.each(['=SUM(Berths[Fee', '=[Fee]', '=Berths[Fee]]'])('that can’t be read are refused: %s', formula => {
    expect(refusalOf(made, write('G9', formula))).toMatch('can’t be read')
  })
})

describe('making a table', () => {
  it.each([
    [{ ...make, name: '1st' }, /begins with a letter/],
    [{ ...make, name: 'B2' }, /begins with a letter/],
    [{ ...make, area: 'A1:C1' }, /at least one row/],
    [{ ...make, area: 'A2:C3' }, /needs a heading/],
    [{ ...make, area: 'A1:E3' }, /needs a heading/],
  ])('is refused: %j', (op, words) => {
    expect(refusalOf(list, op)).toMatch(words)
  })

  it('is refused where another lies or has the name', () => {
    expect(refusalOf(made, { ...make, area: 'B1:C3', name: 'Other' })).toMatch('part of the table Berths')
    expect(refusalOf(made, { ...make, area: 'G1:H2' })).toBe('There is a name “Berths” already.')
    expect(refusalOf(after(list, write('B1', 'kind')), make)).toBe('Two columns have the heading “kind”.')
  })

  it('is checked by where it lies and its name', () => {
    expect(check(made, { at: 'One!A1:C3', name: 'berths' }).met).toBe(true)
    expect(check(made, { at: 'One!A1:C3', name: 'Boats' }).fault).toBe('wrong-name')
    expect(check(made, { at: 'One!A1:C4' })).toMatchObject({
      fault: 'table-covers-other',
      found: 'The table Berths is A1:C3.',
    })
    expect(check(list, { at: 'One!A1:C3' }).fault).toBe('table-missing')
    expect(check(list, { at: 'Three!A1:C3' }).fault).toBe('sheet-missing')
  })

  it('comes back from packing', () => {
    const state = after(made, write('A4', 'rack'))
    const again = unpack(JSON.parse(JSON.stringify(pack(state, list))), list)
    expect(areaOf(again)).toEqual(['A1:C4'])
  })
})
