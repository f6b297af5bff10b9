import { describe, expect, it } from 'vitest'
import { drawn, spanAt, spansOf } from './layout'
import { looksOf, paintOf } from './looks'
import { cellInWords, sheetInWords } from './words'
import { plainPage } from '../../../../core/tools/sheet/workbook/features/page'
import type { CellSeen, SheetWindow } from '../../../../core/tools/sheet/viewing'

describe('lines', () => {
  it('that are hidden aren’t drawn, and take no room', () => {
    expect(drawn(0, 0, 75, { 1: 0, 2: 0 }, 25, 100).map(({ at }) => at)).toEqual([0, 3, 4])
  })

  it('under a merged cell are spanned by the first that is drawn, also where it is scrolled into', () => {
    const merged = [{ top: 1, left: 0, bottom: 3, right: 2 }]
    const lines = (...at: number[]) => at.map(one => ({ at: one }))
    const spans = spansOf(merged, lines(0, 1, 2, 3, 4), lines(0, 1, 2, 3))
    expect(spanAt(spans, 1, 0)).toEqual({ rows: 3, columns: 3, of: { row: 1, column: 0 } })
    expect([spanAt(spans, 2, 1), spanAt(spans, 0, 0)]).toEqual([null, undefined])
    const scrolled = spansOf(merged, lines(3, 4), lines(2, 3))
    expect(spanAt(scrolled, 3, 2)).toEqual({ rows: 1, columns: 1, of: { row: 1, column: 0 } })
  })
})

describe('a cell’s look', () => {
  const cell = { row: 0, column: 0, text: '5', kind: 'number' as const, formula: false }
  it('is its own, with a rule over it', () => {
    expect(looksOf({ ...cell, format: { fill: 'grey', bold: true } })).toEqual(['right', 'fill-grey', 'figure', 'bold'])
    expect(looksOf({ ...cell, format: { fill: 'grey' }, marked: { look: { fill: 'red', ink: 'bad' } } })).toEqual([
      'right',
      'fill-red',
      'ink-bad',
      'figure',
    ])
    expect(looksOf(undefined)).toEqual(['left'])
    expect(looksOf({ ...cell, kind: 'error', link: true })).toEqual(['centre', 'underline', 'is-error'])
  })

  it('has no colour in the middle of a scale, and a bar as long as its share', () => {
    const scale = (share: number) =>
      paintOf({ ...cell, marked: { look: {}, scale: { low: 'green', high: 'red', share } } })
    expect(scale(0.5)?.background).toContain(' 0%,')
    expect(scale(0)?.background).toMatch(/--act.* 100%,/)
    expect(scale(1)?.background).toMatch(/--run-out.* 100%,/)
    expect(paintOf({ ...cell, marked: { look: {}, bar: { colour: 'blue', share: 0.25 } } })?.background).toContain(
      '25%',
    )
    expect(paintOf(cell)).toBeUndefined()
  })
})

describe('in words', () => {
  const window: SheetWindow = {
    sheets: ['One'],
    shown: 0,
    extent: { rows: 19, columns: 7 },
    cells: [],
    widths: {},
    heights: {},
    frozen: { rows: 0, columns: 0 },
    merged: [],
    filter: null,
    charts: [],
    tables: [],
    page: plainPage,
    locked: false,
    names: [],
    undo: false,
    redo: false,
  }
  it('a sheet says what holds of it', () => {
    expect(sheetInWords(window)).toEqual(['19 rows'])
    expect(
      sheetInWords({
        ...window,
        locked: true,
        frozen: { rows: 3, columns: 1 },
        page: { ...plainPage, across: true, fit: { wide: 1, tall: 0 }, area: 'A3:G19', again: '3:3' },
        filter: {
          area: { top: 2, left: 0, bottom: 18, right: 6 },
          columns: [{ column: 3, words: 'equal to rack' }],
          shown: 4,
          rows: 16,
        },
      }),
    ).toEqual([
      'locked',
      '4 of 16 rows of A3:G19 shown: D equal to rack',
      'rows 1–3 and 1 column stay in sight',
      'prints A4 across, one page wide, only A3:G19, row 3 on every page',
    ])
  })

  it('a cell says what is to be known of it', () => {
    const cell: CellSeen = {
      address: 'B2',
      typed: '=A1',
      shown: '5',
      value: '5',
      kind: 'number',
      format: { number: '0.00' },
      note: 'ask',
      link: '',
      takes: { words: 'a whole number', choices: [] },
      markings: [],
      table: null,
      locked: true,
      standsOn: [],
      usedBy: [],
    }
    expect(cellInWords(cell)).toBe('B2, 5, formula A1, format 0.00, takes a whole number, note: ask, locked')
    expect(cellInWords({ ...cell, typed: '', shown: '', format: {}, note: '', takes: null, locked: false })).toBe(
      'B2, empty',
    )
  })
})
