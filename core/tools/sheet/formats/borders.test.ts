import { describe, expect, it } from 'vitest'
import { after, workbookOf } from '../books.fixture'
import { judge } from '../checks'
import type { SheetContext } from '../checks/places'
import { operations } from '../operations/catalogue'
import type { Around, Selection } from '../operations/catalogue'
import { borderName, borderOf, sides, sidesOf } from './borders'

describe('lines along the edges of a cell', () => {
  it('have a name for every set of sides, which gives the sides again', () => {
    expect(borderName.options).toHaveLength(16)
    for (const border of borderName.options)
      expect(borderOf(sidesOf(border).toReversed(), border === 'total')).toBe(border)
    expect([borderOf([]), sidesOf(undefined)]).toEqual([undefined, []])
  })

  it.each([
    ['line-left', undefined, 'left'],
    ['line-below', 'left', 'below+left'],
    ['line-right', 'above+below+left', 'around'],
    ['line-above', 'above', 'above'],
    ['total-lines', 'left', 'total'],
  ])('%s after %s is %s', (id, border, expected) => {
    const selection: Selection = { sheet: 'One', top: 0, left: 0, bottom: 0, right: 1, row: 0, column: 0 }
    const op = operations.find(one => one.id === id)!.make(selection, { border } as Around, {})
    expect(op).toMatchObject({ area: 'A1:B1', format: { border: expected } })
  })
})

const format = (area: string, look: object) => ({ type: 'cells.format', sheet: 'One', area, format: look })

describe('the size of letters', () => {
  it('makes rows higher that are too low for it, and no others', () => {
    const start = after(workbookOf({ One: [['x']] }), { type: 'rows.size', sheet: 'One', from: 2, to: 2, pixels: 60 })
    const { heights } = after(start, format('A1:A3', { size: 20 })).workbook.sheets[0]!
    expect(heights).toEqual({ 0: 42, 1: 60, 2: 42 })
    expect(after(start, format('A1', { size: 8 })).workbook.sheets[0]!.heights).toEqual({ 1: 60 })
  })

  it('and lines are checked where a step asks for them', () => {
    const state = after(workbookOf({ One: [['x']] }), format('A1', { size: 16, border: 'total' }))
    const judged = (wanted: object) =>
      judge(state, { kind: 'format', at: 'One!A1', ...wanted } as never, {} as SheetContext)
    expect(judged({ size: 16, lines: ['below'] }).met).toBe(true)
    expect(judged({ lines: [...sides] })).toMatchObject({
      met: false,
      expected: 'A1: lines above, right, below, left.',
      found: 'A1: lines above, below.',
    })
    expect(judged({ size: 14 }).found).toBe('A1: letters of 16 points.')
  })
})
