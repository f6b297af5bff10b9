import { describe, expect, it } from 'vitest'
import { sheetOp } from '../changes'
import { groups, operations } from './catalogue'
import type { Around, Selection } from './catalogue'
import { findOperations } from './finding'
import { plainPage } from '../workbook/features/page'
import { sheetQuery } from '../viewing'

describe('the operation finder', () => {
  it.each([
    ['copy down', 'fill-down'],
    ['fill down', 'fill-down'],
    ['sort a to z', 'sort'],
    ['biggest first', 'sort'],
    ['freeze top row', 'freeze-heading'],
    ['freeze panes', 'freeze-heading'],
    ['make bold', 'bold'],
    ['total', 'reckon-sum'],
    ['add up these', 'reckon-sum'],
    ['mean', 'reckon-average'],
    ['currency', 'money'],
    ['percentage', 'percent'],
    ['thousands', 'number'],
    ['increase decimals', 'more-decimals'],
    ['insert row', 'insert-rows'],
    ['remove column', 'delete-columns'],
    ['column width', 'width'],
    ['named range', 'name'],
    ['new sheet', 'add-sheet'],
    ['rename', 'rename-sheet'],
    ['fill colour', 'fill-amber'],
    ['highlight cells if', 'mark'],
    ['filter', 'filter'],
    ['show only', 'filter'],
    ['show all rows', 'unfilter'],
    ['remove duplicates', 'unique'],
    ['text to columns', 'split'],
    ['find and replace', 'replace'],
    ['dropdown', 'take-list'],
    ['validation', 'take-list'],
    ['conditional format', 'mark'],
    ['colour scale', 'scale'],
    ['data bars', 'bars'],
    ['column chart', 'chart-columns'],
    ['pie', 'chart-pie'],
    ['chart title', 'chart-change'],
    ['landscape', 'page'],
    ['print area', 'print-area'],
    ['repeat heading on every page', 'print-again'],
    ['page numbers', 'header-footer'],
    ['protect sheet', 'lock'],
    ['merge cells', 'merge'],
    ['comment', 'note'],
    ['hyperlink', 'link'],
    ['hide columns', 'hide-columns'],
    ['unhide rows', 'show-rows'],
    ['summary table', 'summary'],
    ['goal seek', 'seek'],
    ['data table', 'results'],
    ['paste values', 'values-only'],
    ['border', 'line-below'],
    ['center', 'centre'],
    ['font size', 'size'],
    ['double line', 'total-lines'],
    ['strikethrough', 'strike'],
    ['total row', 'as-total'],
    ['subtotals', 'subtotal'],
    ['group total', 'subtotal'],
    ['format as table', 'table'],
    ['convert to range', 'untable'],
    ['ungroup', 'unsubtotal'],
    ['clear', 'clear'],
  ])('finds for “%s” first %s', (typed, id) => {
    expect(findOperations(typed)[0]?.id).toBe(id)
  })

  it('forgives a slip, and finds nothing for what it can’t do', () => {
    expect(findOperations('srot')[0]?.id).toBe('sort')
    expect(findOperations('averge')[0]?.id).toBe('reckon-average')
    expect(findOperations('xylophone')).toEqual([])
    expect(findOperations('')).toEqual(operations)
  })

  it('finds first what is called just that', () => {
    for (const { id, title } of operations) expect(findOperations(title)[0]?.id).toBe(id)
  })

  it('narrows with every word that is added', () => {
    expect(findOperations('insert').length).toBeGreaterThan(
      findOperations('insert rows').filter(({ id }) => id === 'insert-rows').length,
    )
    expect(findOperations('insert')[0]?.group).toBe('Shape')
  })
})

const around: Around = {
  extent: { rows: 20, columns: 7 },
  number: '',
  bold: false,
  italic: false,
  underline: false,
  strike: false,
  border: 'above',
  size: undefined,
  frozen: { rows: 1, columns: 0 },
  list: { top: 2, left: 0, bottom: 18, right: 6 },
  heading: true,
  headings: ['Berth', 'Holder', 'Length m', 'Kind', 'Days', 'Fee £', 'Renews'],
  shown: 'rack',
  note: '',
  link: '',
  filtered: [3],
  chart: {
    id: 1,
    kind: 'columns',
    title: 'Fees',
    across: '',
    up: '',
    labels: '=Berths!$A$4:$A$19',
    series: [{ name: '=Berths!$F$3', values: '=Berths!$F$4:$F$19' }],
    legend: true,
  },
  page: { ...plainPage, area: 'A3:G19' },
  locked: false,
  table: 'Fees',
  sheets: ['Cover', 'Berths', 'Rates'],
}
/** What somebody types where nothing stands at first. */
const typed: Readonly<Record<string, string>> = {
  'filter to': '4',
  'take-only to': '1',
  'take-only and': '9',
  'results result': 'F20',
  'results input': 'B1',
  'results other': '',
  'seek wanted': '100',
  'seek by': 'B4',
}
const selection: Selection = { sheet: 'Berths', top: 3, left: 1, bottom: 6, right: 2, row: 3, column: 1 }

describe('every operation', () => {
  it.each(operations.map(operation => [operation.id, operation] as const))(
    '%s makes one that can be done',
    (_, operation) => {
      const questions = operation.asks?.(selection, around) ?? []
      const answers = Object.fromEntries(
        questions.map(({ key, kind, first = '' }) => [
          key,
          kind === 'text' && first === '' ? (typed[`${operation.id} ${key}`] ?? 'fees') : first,
        ]),
      )
      if (operation.seek) {
        expect(sheetQuery.safeParse(operation.seek(selection, answers)).error).toBeUndefined()
        return
      }
      if (operation.opens) return
      const here = { ...around, locked: operation.id === 'unlock' }
      const op = operation.make(selection, here, answers)
      expect(op).not.toBeNull()
      expect(sheetOp.safeParse(op).error).toBeUndefined()
      expect(groups).toContain(operation.group)
    },
  )

  it('has a name of its own', () => {
    for (const key of ['id', 'title'] as const)
      expect(new Set(operations.map(operation => operation[key])).size).toBe(operations.length)
  })

  it('says what is missing where an answer makes no sense', () => {
    const make = (id: string, answers: Record<string, string>) =>
      operations.find(one => one.id === id)!.make(selection, around, answers)
    expect(make('filter', { column: 'D', is: 'more', to: '' })).toBe('Say what to compare with.')
    expect(make('take-only', { takes: 'whole', is: 'between', to: '1', and: '' })).toMatch('two ends')
    expect(make('mark', { is: 'largest', to: 'three' })).toMatch('how many')
    expect(make('chart-columns', { values: 'fees' })).toBe('“fees” are no cells: write them as F4:F19.')
    expect(make('seek', { wanted: '5', by: 'nowhere' })).toMatch('which cell')
  })

  it('draws one series for each column of figures, named by the cell over it', () => {
    const columns = operations.find(({ id }) => id === 'chart-columns')!
    const made = columns.make(selection, around, { labels: 'D4:D19', values: 'E4:F19', title: ' Days and fees ' })
    expect(made).toMatchObject({
      type: 'chart.add',
      chart: {
        title: 'Days and fees',
        labels: '=Berths!$D$4:$D$19',
        series: [
          { name: '=Berths!$E$3', values: '=Berths!$E$4:$E$19' },
          { name: '=Berths!$F$3', values: '=Berths!$F$4:$F$19' },
        ],
      },
    })
  })

  it('adds up above the cursor, or what is selected', () => {
    const sum = operations.find(({ id }) => id === 'reckon-sum')!
    const single = { ...selection, top: 19, bottom: 19, left: 5, right: 5, row: 19, column: 5 }
    expect(sum.make(single, around, {})).toEqual({
      type: 'cell.write',
      sheet: 'Berths',
      cell: 'F20',
      text: '=SUM(F4:F19)',
    })
    expect(sum.make(selection, around, {})).toMatchObject({ cell: 'B8', text: '=SUM(B4:C7)' })
  })
})
