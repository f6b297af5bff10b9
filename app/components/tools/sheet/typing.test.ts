import { describe, expect, it } from 'vitest'
import { fillBlock } from './selection'
import { canPoint, fixedOtherwise, pointedTo } from './typing'
import type { Typing } from './typing'

const typing = (text: string, caret = text.length): Typing => ({
  sheet: 'One',
  place: { row: 0, column: 0 },
  text,
  before: '',
  over: true,
  caret,
  pointed: null,
})

describe('pointing to cells while a formula is typed', () => {
  it('can be done where a reference can stand, and not after a value', () => {
    expect(['=', '=A1+', '=SUM(', '=SUM(A1, '].map(text => canPoint(typing(text)))).toEqual([true, true, true, true])
    expect(['', '5', '=A1', '=SUM(A1)', '=12'].map(text => canPoint(typing(text)))).toEqual(Array(5).fill(false))
  })

  it('puts the cells in, replaces them while one goes on, and names another sheet', () => {
    const first = pointedTo(typing('=SUM('), { top: 3, left: 5, bottom: 3, right: 5 }, 'One')
    expect(first.text).toBe('=SUM(F4')
    const more = pointedTo(first, { top: 3, left: 5, bottom: 18, right: 5 }, 'One')
    expect([more.text, more.caret]).toEqual(['=SUM(F4:F19', 11])
    expect(pointedTo(typing('='), { top: 0, left: 0, bottom: 0, right: 0 }, 'Berth list').text).toBe("='Berth list'!A1")
  })

  it('fixes the reference at the caret in four ways, both corners of an area alike', () => {
    const ways = [1, 2, 3, 4].map(
      times => Array.from({ length: times }).reduce<Typing>(fixedOtherwise, typing('=A1+B2', 6)).text,
    )
    expect(ways).toEqual(['=A1+$B$2', '=A1+B$2', '=A1+$B2', '=A1+B2'])
    expect(fixedOtherwise(typing('=SUM(A4:B6', 10)).text).toBe('=SUM($A$4:$B$6')
    expect(fixedOtherwise(typing('=1+2')).text).toBe('=1+2')
  })
})

describe('drawing a selection on', () => {
  it('goes along the side on which the pointer is farther away, and nowhere within', () => {
    const from = { top: 3, left: 5, bottom: 4, right: 5 }
    expect(fillBlock(from, { row: 18, column: 6 })).toEqual({ ...from, bottom: 18 })
    expect(fillBlock(from, { row: 4, column: 9 })).toEqual({ ...from, right: 9 })
    expect(fillBlock(from, { row: 0, column: 5 })).toEqual({ ...from, top: 0 })
    expect(fillBlock(from, { row: 4, column: 5 })).toBeNull()
  })
})
