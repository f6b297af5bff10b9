import { describe, expect, it } from 'vitest'
import { sheet } from '..'
import { after, refusalOf, typedIn, value, workbookOf, write } from '../books.fixture'
import type { SheetState } from '../state'

const list = workbookOf({
  One: [
    ['Kind', 'Berth', 'Fee', 'Paid'],
    ['rack', 'A1', 80, true],
    ['mooring', 'A2', 400, false],
    ['rack', 'A3', 95, false],
    ['swinging', 'B1', 220, true],
    ['mooring', 'B2', 380, true],
    [null, 'Shown', '=SUBTOTAL(9,C2:C6)', '=SUBTOTAL(103,B2:B6)'],
  ],
  Kinds: [['rack'], ['mooring'], ['swinging']],
})
const area = 'A1:D6'
const filter = (column: string, when: unknown) => ({ type: 'rows.filter', sheet: 'One', area, column, when })
const hides = (state: SheetState) => state.workbook.sheets[0]!.features.filter?.hides.map(row => row + 1)

describe('a filter', () => {
  it.each([
    ['A', { is: 'equal', to: 'Rack' }, [3, 5, 6]],
    ['A', { is: 'not-equal', to: 'rack' }, [2, 4]],
    ['C', { is: 'more', to: '95' }, [2, 4]],
    ['C', { is: 'between', from: '90', to: '230' }, [2, 3, 6]],
    ['C', { is: 'at-most', to: '=$C$4' }, [3, 5, 6]],
    ['A', { is: 'containing', text: 'ING' }, [2, 4]],
    ['B', { is: 'beginning', text: 'b' }, [2, 3, 4]],
    ['A', { is: 'one-of', values: ['rack', 'swinging'] }, [3, 6]],
    ['C', { is: 'largest', count: 2 }, [2, 4, 5]],
    ['C', { is: 'smallest', count: 40, percent: true }, [3, 5, 6]],
    ['C', { is: 'above-average' }, [2, 4, 5]],
    ['A', { is: 'repeated' }, [5]],
    ['D', { is: 'equal', to: 'true' }, [3, 4]],
    ['A', { is: 'true', formula: '=AND(A2="rack",C2>90)' }, [2, 3, 5, 6]],
  ])('of column %s by %j hides rows %j', (column, when, rows) => {
    expect(hides(after(list, filter(column, when)))).toEqual(rows)
  })

  it('lets subtotals follow what is shown, and all else as it was', () => {
    const racks = after(list, filter('A', { is: 'equal', to: 'rack' }))
    expect([value(racks, 'C7'), value(racks, 'D7')]).toEqual([175, 2])
    const dear = after(racks, filter('C', { is: 'more', to: '90' }))
    expect([value(dear, 'C7'), hides(dear)]).toEqual([95, [2, 3, 5, 6]])
    expect(value(after(dear, { type: 'filter.remove', sheet: 'One' }), 'C7')).toBe(1175)
  })

  it('stays as it was applied until it is applied again', () => {
    const state = after(list, filter('A', { is: 'equal', to: 'rack' }), write('A4', 'mooring'))
    expect(hides(state)).toEqual([3, 5, 6])
    expect(hides(after(state, { type: 'filter.again', sheet: 'One' }))).toEqual([3, 4, 5, 6])
  })

  it('moves with its rows, and goes back with undo', () => {
    const state = after(list, filter('A', { is: 'equal', to: 'rack' }))
    expect(hides(after(state, { type: 'rows.insert', sheet: 'One', at: 4, count: 2 }))).toEqual([3, 7, 8])
    expect(hides(after(state, { type: 'undo' }))).toBeUndefined()
  })

  it('is refused where it makes no sense', () => {
    expect(refusalOf(list, filter('F', { is: 'empty' }))).toBe('Column F isn’t in A1:D6.')
    expect(refusalOf(list, filter('A', { is: 'true', formula: '=SUM(' + '(' }))).toMatch('can’t be read')
    expect(refusalOf(list, { type: 'filter.again', sheet: 'One' })).toBe('This sheet has no filter.')
  })
})

describe('lists', () => {
  const unique = (by: string[]) => ({ type: 'rows.unique', sheet: 'One', area, by })

  it('lose rows that agree with an earlier one; formulas and what stands beside stay right', () => {
    const state = after(list, write('F5', 'beside'), unique(['A']))
    expect(['A2', 'A3', 'A4', 'A5', 'A6'].map(cell => value(state, cell))).toEqual([
      'rack',
      'mooring',
      'swinging',
      null,
      null,
    ])
    expect([value(state, 'C7'), value(state, 'F5')]).toEqual([700, 'beside'])
    expect(refusalOf(list, unique(['A', 'B']))).toBe('No row stands there twice.')
  })

  it('take 1 and "1" for different things, and RACK and rack for the same', () => {
    const state = workbookOf({ One: [['x'], [1], ["'1"], ['RACK'], ['rack']] })
    const left = after(state, { type: 'rows.unique', sheet: 'One', area: 'A1:A5', by: ['A'] })
    expect(['A2', 'A3', 'A4', 'A5'].map(cell => value(left, cell))).toEqual([1, '1', 'RACK', null])
  })

  it('have texts taken apart at a mark, each part as it would be typed', () => {
    const names = workbookOf({ One: [['Fenwick, K., 12'], ['Holm'], ['Weir, =1+1']] })
    const split = { type: 'text.split', sheet: 'One', area: 'A1:A3', at: ',' }
    const state = after(names, split)
    expect(['A1', 'B1', 'C1', 'A2', 'B2', 'B3'].map(cell => value(state, cell))).toEqual([
      'Fenwick',
      'K.',
      12,
      'Holm',
      null,
      '=1+1',
    ])
    expect(refusalOf(after(names, write('B3', 'x')), split)).toMatch('aren’t empty')
    expect(refusalOf(names, { ...split, at: ';' })).toBe('None of these texts has a “;” in it.')
  })

  it('have a text replaced in values and formulas', () => {
    const replace = (find: string, by: string, more = {}) => ({
      type: 'cells.replace',
      sheet: 'One',
      area: 'A1:D7',
      find,
      by,
      ...more,
    })
    const state = after(list, replace('RACK', 'shed'))
    expect([value(state, 'A2'), value(state, 'A4')]).toEqual(['shed', 'shed'])
    expect(typedIn(after(list, replace('C6', 'C5')), 'C7')).toBe('=SUBTOTAL(9,C2:C5)')
    expect(value(after(list, replace('80', '81', { whole: true })), 'C2')).toBe(81)
    expect(refusalOf(list, replace('RACK', 'shed', { exactly: true }))).toMatch('isn’t found')
    expect(refusalOf(list, replace('SUBTOTAL(9', 'SUBTOTAL((9'))).toBe('done')
    expect(refusalOf(list, replace('C2:C6', '*/'))).toMatch('can’t be read')
  })
})

describe('what a cell takes', () => {
  const check = (rule: unknown, on = 'C2:C6', message?: string) => ({
    type: 'input.check',
    sheet: 'One',
    area: on,
    rule,
    ...(message ? { message } : {}),
  })
  const takes = (state: SheetState, cell: string, ...texts: string[]) =>
    texts.filter(text => refusalOf(state, write(cell, text)) === 'done')

  it.each([
    [{ takes: 'whole', when: { is: 'between', from: '1', to: '10' } }, ['1', '10', '=2*3']],
    [{ takes: 'number', when: { is: 'at-least', to: '0.5' } }, ['1', '10', '10.5', '11', '=2*3', '1 Apr 2027']],
    [{ takes: 'day', when: { is: 'more', to: '1 Mar 2027' } }, ['1 Apr 2027']],
    [{ takes: 'length', when: { is: 'at-most', to: '2' } }, ['1', '10', '11', '=2*3', 'no']],
    [{ takes: 'one-of', from: 'no; 11, rack' }, ['11', 'rack', 'no']],
    [{ takes: 'one-of', from: '=Kinds!$A$1:$A$3' }, ['rack']],
    [{ takes: 'any', when: { is: 'true', formula: '=LEN(C2)=4' } }, ['10.5', 'rack']],
  ])('by %j', (rule, taken) => {
    const state = after(list, check(rule))
    const tried = ['1', '10', '10.5', '11', '=2*3', '1 Apr 2027', 'rack', 'no']
    expect(new Set(takes(state, 'C2', ...tried))).toEqual(new Set(taken))
    expect(takes(state, 'C7', ...tried)).toEqual(tried)
  })

  it('is said when it is refused, and what was typed isn’t put in', () => {
    const rule = { takes: 'one-of', from: '=Kinds!A1:A3' }
    const plain = after(list, check(rule, 'A2:A6'))
    expect(refusalOf(plain, write('A3', 'shed'))).toBe(
      'A3 doesn’t take “shed”. It takes one of rack, mooring, swinging.',
    )
    expect(refusalOf(after(list, check(rule, 'A2:A6', 'Kinds only.')), write('A3', 'shed'))).toMatch('Kinds only.')
    expect(takes(plain, 'A3', '')).toEqual([''])
  })

  it('can’t be evaded by a pasted block, and a rule over another takes its place', () => {
    const whole = { takes: 'whole', when: { is: 'less', to: '100' } }
    const state = after(list, check(whole), check({ takes: 'one-of', from: 'x,y' }, 'C4'))
    expect(
      refusalOf(state, {
        type: 'cells.write',
        sheet: 'One',
        cell: 'B2',
        rows: [
          ['A1', '7'],
          ['A2', '700'],
        ],
      }),
    ).toMatch('C3 doesn’t take')
    expect([takes(state, 'C3', '5', 'x'), takes(state, 'C4', '5', 'x')]).toEqual([['5'], ['x']])
    const free = after(state, check(null, 'C3:C4'))
    expect([takes(free, 'C4', '500'), takes(free, 'C2', '500')]).toEqual([['500'], []])
  })

  it('follows what it points to when rows come in and sheets are renamed', () => {
    const state = after(
      list,
      check({ takes: 'one-of', from: '=Kinds!$A$1:$A$3' }, 'A2:A6'),
      { type: 'rows.insert', sheet: 'Kinds', at: 1, count: 1 },
      { type: 'sheet.rename', sheet: 'Kinds', to: 'All kinds' },
      { type: 'rows.insert', sheet: 'One', at: 1, count: 1 },
    )
    expect(state.workbook.sheets[0]!.features.inputs).toEqual([
      { area: 'A3:A7', rule: { takes: 'one-of', from: "='All kinds'!$A$2:$A$4" } },
    ])
  })
})

describe('a locked sheet', () => {
  const locked = after(
    list,
    { type: 'cells.format', sheet: 'One', area: 'C2:C6', format: { open: true } },
    { type: 'sheet.lock', sheet: 'One', locked: true },
  )

  it('takes changes of what its open cells hold, and no others', () => {
    expect(value(after(locked, write('C2', '£100.00')), 'C7')).toBe(1195)
    expect(refusalOf(locked, write('A2', 'x'))).toMatch('A2 is locked')
    for (const op of [
      { type: 'rows.delete', sheet: 'One', at: 2, count: 1 },
      { type: 'cells.format', sheet: 'One', area: 'A1', format: { bold: true } },
      { type: 'sheet.remove', sheet: 'One' },
      { type: 'sheet.rename', sheet: 'One', to: 'Two' },
      { type: 'cell.note', sheet: 'One', cell: 'C2', text: 'x' },
      { type: 'rows.hide', sheet: 'One', from: 2, to: 2 },
    ])
      expect(refusalOf(locked, op), op.type).toMatch('is locked')
    expect(refusalOf(locked, write('A1', 'x', 'Kinds'))).toBe('done')
  })

  it('is as it was when unlocked', () => {
    const state = after(locked, { type: 'sheet.lock', sheet: 'One', locked: false }, write('A2', 'x'))
    expect(value(state, 'A2')).toBe('x')
  })
})

describe('what lies on a sheet', () => {
  it('comes back from packing bit for bit, with all that can be undone', () => {
    const state = after(
      list,
      filter('A', { is: 'equal', to: 'rack' }),
      { type: 'cell.note', sheet: 'One', cell: 'B2', text: 'ask again' },
      { type: 'cell.link', sheet: 'One', cell: 'B3', to: '#Kinds!A1' },
      { type: 'columns.hide', sheet: 'One', from: 'D', to: 'D' },
      { type: 'page.set', sheet: 'One', change: { across: true, again: '1:1' } },
      { type: 'undo' },
    )
    const packed = JSON.parse(JSON.stringify(sheet.pack!(state, list)))
    const back = sheet.unpack!(packed, list)
    expect(sheet.pack!(back, list)).toEqual(packed)
    expect(value(back, 'C7')).toBe(175)
    expect(back.workbook.sheets[0]!.notes.at(1, 1)).toBe('ask again')
    expect(after(back, { type: 'redo' }).workbook.sheets[0]!.features.page.again).toBe('1:1')
  })

  it('moves with cells that are moved, and stays where it reaches beyond them', () => {
    const mark = (on: string) => ({
      type: 'cells.mark',
      sheet: 'One',
      marking: { by: 'condition', area: on, when: { is: 'more', to: '100' }, look: { fill: 'amber' } },
    })
    const state = after(
      list,
      mark('C2:C6'),
      mark('A1:D7'),
      { type: 'cell.note', sheet: 'One', cell: 'C3', text: 'dear' },
      { type: 'cells.move', sheet: 'One', area: 'C1:C6', to: 'F1' },
    )
    const [one] = state.workbook.sheets
    expect(one!.features.markings.map(({ area: on }) => on)).toEqual(['A1:D7', 'F2:F6'])
    expect([one!.notes.at(2, 2), one!.notes.at(2, 5)]).toEqual([undefined, 'dear'])
  })

  it('keeps merged cells whole', () => {
    const merge = { type: 'cells.merge', sheet: 'One', area: 'A1:C1' }
    const state = after(list, merge)
    expect([value(state, 'A1'), value(state, 'B1')]).toEqual(['Kind', null])
    expect(refusalOf(state, { type: 'rows.sort', sheet: 'One', area, by: [{ column: 'A' }] })).toMatch('is merged')
    const wider = after(state, { type: 'columns.insert', sheet: 'One', at: 'B', count: 1 })
    expect(wider.workbook.sheets[0]!.features.merged).toEqual(['A1:D1'])
    expect(refusalOf(list, { type: 'cells.unmerge', sheet: 'One', area: 'A1' })).toBe('No cell is merged here.')
    expect(refusalOf(list, { ...merge, area: 'A1' })).toMatch('Select several')
  })

  it('takes links that lead somewhere, and none that run anything', () => {
    const link = (to: string) => refusalOf(list, { type: 'cell.link', sheet: 'One', cell: 'A1', to })
    expect(['https://sallowmere.test/a', 'mailto:office@sallowmere.test', '#Kinds!B3', ''].map(link)).toEqual([
      'done',
      'done',
      'done',
      'done',
    ])
    expect(link('javascript:alert(1)')).toMatch('A link leads')
    expect(link('https://a b')).toMatch('A link leads')
  })
})

describe('the input for a wanted result', () => {
  const loan = workbookOf({ One: [[0.05], [60], [9000], ['=PMT(A1/12,A2,-A3)'], ['=A3*2+1'], ['=SIGN(A3)']] })
  const seek = (cell: string, wanted: string, by: string) => ({ type: 'input.seek', sheet: 'One', cell, wanted, by })

  it('is found, as round as it can be', () => {
    expect(value(after(loan, seek('A5', '401', 'A3')), 'A3')).toBe(200)
    const paid = after(loan, seek('A4', '200', 'A3'))
    // The present value of 60 payments of 200 at 5 % a year: 10,598.14 by the formula of an annuity.
    expect(value(paid, 'A3')).toBeCloseTo(10_598.14, 2)
    expect(value(paid, 'A4')).toBeCloseTo(200, 8)
  })

  it('is refused where there is none', () => {
    expect(refusalOf(loan, seek('A6', '0.5', 'A3'))).toMatch('No number in A3')
    expect(refusalOf(loan, seek('A3', '1', 'A2'))).toMatch('has no formula')
    expect(refusalOf(loan, seek('A5', '1', 'A4'))).toMatch('holds a formula')
    expect(refusalOf(loan, seek('A5', 'much', 'A3'))).toBe('“much” is no number.')
  })
})
