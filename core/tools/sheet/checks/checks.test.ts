import { describe, expect, it } from 'vitest'
import { sheet } from '..'
import { after, workbookOf, write } from '../books.fixture'
import type { SheetState } from '../state'
import { sheetCheck } from '.'

const start = workbookOf({
  One: [['Kind', 'Fee'], ['rack', 80], ['mooring', 400], ['rack', 90], ['Total']],
  Rates: [[0.1]],
})
const step = { id: 'only', byPerson: false, checks: [], model: [write('B5', '=SUM(B2:B4)')] }
const task = { order: 'in-turn' as const, steps: [{ ...step, model: step.model.map(op => sheet.op.parse(op)) }] }

function judged(state: SheetState, check: unknown) {
  const found = sheet.judge(state, sheetCheck.parse(check), { start, task, step: 'only', closed: [] })
  return [found.met ? 'met' : found.fault, Number(found.share.toFixed(2))]
}
const total = { kind: 'value', at: 'One!B5', is: 570 }
const follows = { kind: 'follows', at: 'One!B5', by: '=SUM(B2:B4)', changes: [{ cell: 'One!B2', to: '100' }] }

describe('a value', () => {
  it.each([
    ['=SUM(B2:B4)', ['met', 1]],
    ['570', ['met', 1]],
    ['=B2+B3', ['wrong-value', 0]],
    ["'570", ['text-for-number', 0]],
    ['=1/0', ['error-value', 0]],
    ['', ['left-empty', 0]],
  ])('that %j gives', (text, verdict) => {
    expect(judged(after(start, write('B5', text)), total)).toEqual(verdict)
  })

  it('of several cells is right by its share, and says what was expected where', () => {
    const state = after(start, write('C2', '8'), write('C3', '40'), write('C4', '1'))
    const check = { kind: 'value', at: 'One!C2:C4', by: '=B2*Rates!$A$1' }
    expect(judged(state, check)).toEqual(['wrong-value', 0.67])
    const found = sheet.judge(state, sheetCheck.parse(check), { start, task, step: 'only', closed: [] })
    expect([found.expected, found.found]).toEqual(['One C4: 9.', 'One C4: 1.'])
  })

  it('may be off by what is allowed, and by no more', () => {
    const near = (text: string) => judged(after(start, write('B5', text)), { ...total, within: 0.5 })
    expect([near('570.4'), near('570.6')]).toEqual([
      ['met', 1],
      ['wrong-value', 0],
    ])
  })

  it('may follow from an earlier result that is wrong', () => {
    const state = after(start, write('B5', '500'), write('B6', '=B5*2'))
    const check = { kind: 'value', at: 'One!B6', by: '=SUM(B2:B4)*2' }
    expect(judged(state, check)).toEqual(['wrong-value', 0])
    expect(judged(state, { ...check, or: ['=B5*2'] })).toEqual(['met', 1])
  })
})

describe('an error is never right', () => {
  const broken = (text: string) => after(start, write('B5', '=NA()'), write('B6', text))
  const twice = { kind: 'value', at: 'One!B6', by: '=B5*2' }
  const following = { ...twice, kind: 'follows', changes: [{ cell: 'One!B2', to: '1' }] }

  it.each([
    ['pointed to', '=B5'],
    ['or made anew', '=NA()'],
    ['or in a right formula beside it', '=B5*2+NA()'],
  ])('%s', (_, text) => {
    expect(judged(broken(text), { kind: 'value', at: 'One!B5', by: '=SUM(B2:B4)' })).toEqual(['error-value', 0])
    expect(judged(broken(text), twice)[0]).not.toBe('met')
    expect(judged(broken(text), following)[0]).not.toBe('met')
  })

  it('and is charged once: what is right over it is worked out from the model’s result', () => {
    expect([judged(broken('=B5*2'), twice), judged(broken('=B5*2'), following)]).toEqual([
      ['met', 1],
      ['met', 1],
    ])
    expect(judged(broken('1140'), twice)).toEqual(['met', 1])
    expect(judged(broken('1140'), following)).toEqual(['typed-value', 0])
  })
})

describe('what was given is expected to stand', () => {
  const task2 = { kind: 'value', at: 'One!B5', by: '=SUM(B2:B4)' }
  it.each([
    ['emptied', [write('B3', '')]],
    ['made text', [write('B3', "'400")]],
    ['another figure', [write('B3', '0')]],
  ])('an input %s earns nothing, though the formula is right', (_, spoiling) => {
    const state = after(start, ...spoiling, write('B5', '=SUM(B2:B4)'))
    expect(judged(state, task2)).toEqual(['input-changed', 0])
    expect(judged(after(state, write('B6', '=B5*2')), { kind: 'value', at: 'One!B6', by: '=B5*2' })[0]).toBe(
      'input-changed',
    )
  })

  it('and what was spoilt is named', () => {
    const state = after(start, write('B3', ''), write('B5', '=SUM(B2:B4)'))
    const found = sheet.judge(state, sheetCheck.parse(task2), { start, task, step: 'only', closed: [] })
    expect(found.found).toBe('One B5: One B3 was 400 and is empty.')
  })

  it('as it is meant: text that becomes a number, and spaces taken out, are no other figures', () => {
    const asText = workbookOf({ One: [['Fee'], ["'80"], [' rack ']] })
    const state = after(asText, write('A2', '80'), write('A3', 'rack'), write('B2', '=A2*2'))
    const found = sheet.judge(state, sheetCheck.parse({ kind: 'value', at: 'One!B2', by: '=A2*2' }), {
      ...{ start: asText, step: 'only', closed: [] },
      task: { order: 'in-turn', steps: [] },
    })
    expect(found.met).toBe(true)
  })

  it('in whatever order: rows that were sorted are as good', () => {
    const sorted = [write('A2', 'mooring'), write('B2', '400'), write('A3', 'rack'), write('B3', '80')]
    const state = after(start, ...sorted, write('B5', '=SUM(B2:B4)'), write('C2', '=B2*2'))
    expect(judged(state, task2)).toEqual(['met', 1])
    expect(judged(state, { kind: 'value', at: 'One!C2', by: '=B2*2' })).toEqual(['met', 1])
  })

  it('but not figures that changed places among their rows', () => {
    const state = after(start, write('B2', '400'), write('B3', '80'), write('C2', '=B2*2'))
    expect(judged(state, { kind: 'value', at: 'One!C2', by: '=B2*2' })).toEqual(['input-changed', 0])
  })

  it('a formula over a few cells isn’t right for the rest emptied', () => {
    const state = after(start, write('B3', ''), write('B5', '=B2+B4'))
    expect(judged(state, task2)).toEqual(['input-changed', 0])
    expect(judged(state, follows)).toEqual(['input-changed', 0])
    const none = sheet.op.parse({ type: 'rows.hide', sheet: 'One', from: 2, to: 4 })
    const spoilt = ['A2', 'A3', 'A4'].reduce((one, cell) => after(one, write(cell, '=NA()')), start)
    const check = { kind: 'filtered', at: 'One!A2:B4', where: '=A2="rack"' }
    expect(judged(after(spoilt, none), check)[0]).toBe('input-changed')
    expect(judged(spoilt, { kind: 'marked', at: 'One!B2:B4', where: '=A2="rack"' })[0]).toBe('input-changed')
  })
})

describe('a value after its inputs have changed', () => {
  it.each([
    ['=SUM(B2:B4)', ['met', 1]],
    ['=B2+B3+B4', ['met', 1]],
    ['=SUMIF(A2:A4,"rack",B2:B4)+B3', ['met', 1]],
    ['570', ['typed-value', 0]],
    ['=80+B3+B4', ['does-not-follow', 0]],
    ['=B2+B3', ['wrong-value', 0]],
    ['400', ['wrong-value', 0]],
    ['', ['left-empty', 0]],
  ])('that %j gives', (text, verdict) => {
    expect(judged(after(start, write('B5', text)), follows)).toEqual(verdict)
  })

  it('is worked out on a copy: the work stays as it is', () => {
    const state = after(start, write('B5', '=SUM(B2:B4)'))
    const before = sheet.pack(state, start)
    judged(state, follows)
    expect(sheet.pack(state, start)).toEqual(before)
  })
})

describe('what a formula is made of', () => {
  it('is only asked for where a check says so', () => {
    const uses = (text: string, check: object) =>
      judged(after(start, write('B5', text)), { kind: 'uses', at: 'One!B5', ...check })[0]
    expect(uses('=SUM(B2:B4)', { functions: ['SUM', 'SUMIF'] })).toBe('met')
    expect(uses('=B2+B3+B4', { functions: ['SUM'] })).toBe('other-function')
    expect(uses('=SUM(B2:B4)', { avoid: ['SUM'] })).toBe('other-function')
    expect(uses('=B2*1.2', { noNumbers: true })).toBe('number-in-formula')
    expect(uses('570', { functions: ['SUM'] })).toBe('typed-value')
    expect(uses('=fees', { names: ['Fees'] })).toBe('met')
    expect(uses('=B2', { names: ['fees'] })).toBe('name-not-used')
  })

  it('is one all the way along, or it isn’t', () => {
    const along = { kind: 'consistent', at: 'One!C2:C4' }
    const filled = after(start, write('C2', '=B2*$B$3'), { type: 'cells.fill', sheet: 'One', from: 'C2', to: 'C2:C4' })
    expect(judged(filled, along)).toEqual(['met', 1])
    expect(judged(after(filled, write('C3', '=B3*B3')), along)).toEqual(['formula-differs', 0.67])
    expect(judged(after(filled, write('C4', '5')), along)).toEqual(['typed-value', 0.67])
  })
})

describe('looks and arrangement', () => {
  it('are what is shown, by whichever code', () => {
    const money = (number: string) =>
      judged(after(start, { type: 'cells.format', sheet: 'One', area: 'B2:B4', format: { number } }), {
        kind: 'format',
        at: 'One!B2:B4',
        category: 'money',
        decimals: 2,
      })
    expect([money('£#,##0.00'), money('"£"0.00'), money('0.00'), money('£0')]).toEqual([
      ['met', 1],
      ['met', 1],
      ['wrong-format', 0],
      ['wrong-format', 0],
    ])
  })

  it('tell rows out of order from rows that were torn', () => {
    const by = [{ column: 'B', order: 'falling' }]
    const check = { kind: 'sorted', at: 'One!A2:B4', by }
    const sorted = (area: string) =>
      judged(after(start, { type: 'rows.sort', sheet: 'One', area, by, heading: false }), check)[0]
    expect([judged(start, check)[0], sorted('A2:B4'), sorted('B2:B4')]).toEqual(['not-sorted', 'met', 'rows-torn'])
  })

  it('hold a name to the cells that it covers, and sheets to their names', () => {
    const named = (refers: string) =>
      judged(after(start, { type: 'name.define', name: 'fees', refers }), {
        kind: 'name',
        name: 'fees',
        covers: 'One!B2:B4',
      })[0]
    expect([named('=One!$B$2:$B$4'), named('=One!B2:B4'), named('=One!B2:B5')]).toEqual([
      'met',
      'met',
      'name-covers-other',
    ])
    expect(judged(start, { kind: 'name', name: 'fees', covers: 'One!B2' })[0]).toBe('name-missing')
    expect(judged(start, { kind: 'sheets', are: ['one', 'Rates'] })[0]).toBe('met')
    expect(judged(start, { kind: 'frozen', sheet: 'One', rows: 1 })[0]).toBe('panes-not-frozen')
  })

  it('see what else was changed, but not what was added beside it', () => {
    const unchanged = { kind: 'unchanged' }
    const done = after(start, write('B5', '=SUM(B2:B4)'))
    expect(judged(start, unchanged)[0]).toBe('not-begun')
    expect(judged(after(done, write('G9', 'rough')), unchanged)[0]).toBe('met')
    expect(judged(after(done, write('A3', 'boat')), unchanged)[0]).toBe('changed-else')
  })

  it('say that a sheet is gone rather than fail', () => {
    expect(judged(after(start, { type: 'sheet.rename', sheet: 'One', to: 'Two' }), total)).toEqual(['sheet-missing', 0])
  })
})

describe('setting right', () => {
  it('puts the model’s cells over the trainee’s, and leaves all others', () => {
    const mine = after(start, write('B5', '5'), write('D9', 'mine'))
    const steps = [{ ...task.steps[0]!, checks: [sheetCheck.parse(total)] }]
    const right = sheet.setRight!(mine, { start, task: { order: 'in-turn', steps }, step: 'only', closed: [] })
    expect(
      right && [judged(right, total)[0], sheet.figure(right, 'One!B5', { start, task, step: 'only', closed: [] })],
    ).toEqual(['met', '570'])
    expect(right?.workbook.sheets[0]!.inputs.at(8, 3)).toBe('mine')
  })
})
