import { describe, expect, it } from 'vitest'
import { figuresIn, fitted, shownIn } from './fitting'
import { hiddenAmong, lineAfter, stepsTo } from './layout'

describe('a number in a narrow cell', () => {
  it.each([
    ['1234.56', false, 7, '1234.56'],
    ['0.333333333333333', false, 6, '0.3333'],
    ['-0.333333333333333', false, 6, '-0.333'],
    ['1234.56', false, 6, '1234.6'],
    ['1234.56', false, 4, '1235'],
    ['1234.56', false, 3, '1E3'],
    ['123456789', false, 6, '1.23E8'],
    ['1.5E+300', false, 6, '2E+300'],
    ['1234567', false, 2, '##'],
    ['£1,234.56', true, 8, '########'],
    ['£1,234.56', true, 9, '£1,234.56'],
  ])('%s (with a format: %s) where %i figures have room is %s', (text, hasFormat, room, shown) => {
    expect(fitted(text, hasFormat, room)).toBe(shown)
  })

  it('has less room for larger letters, and text is left as it is', () => {
    expect(figuresIn(92, undefined)).toBeGreaterThan(figuresIn(92, { size: 20 }))
    const cell = { row: 0, column: 0, text: '1 Apr 2027', formula: false, format: { number: 'd mmm yyyy' } }
    expect(shownIn({ ...cell, kind: 'number' }, 40)).toMatch(/^#+$/)
    expect(shownIn({ ...cell, kind: 'text' }, 40)).toBe('1 Apr 2027')
    expect(shownIn(undefined, 40)).toBe('')
  })
})

describe('scrolling', () => {
  const hidden = hiddenAmong({ 1: 40, 3: 0, 4: 0, 5: 0, 9: 0 })
  it('passes over hidden rows, and comes to each of the others by one step', () => {
    expect([0, 1, 2, 3, 4, 5].map(steps => lineAfter(steps, 1, hidden))).toEqual([1, 2, 6, 7, 8, 10])
    for (const line of [1, 2, 6, 7, 8, 10, 11]) expect(lineAfter(stepsTo(line, 1, hidden), 1, hidden)).toBe(line)
    expect(lineAfter(0, 4, hidden)).toBe(6)
  })
})
