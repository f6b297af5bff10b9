import { describe, expect, it } from 'vitest'
import { MOST_MARKS, textMark, withMark, withoutMark } from './text-marks'
import type { TextMark } from './text-marks'

const mark = (id: string, changed: Partial<TextMark> = {}): TextMark => ({
  id,
  place: 'situation-0',
  from: 0,
  to: 5,
  text: 'A VAT',
  word: '',
  ...changed,
})

describe('marked text', () => {
  it('is marked, has another word, and is taken off', () => {
    const one = withMark([], mark('a'))!
    const two = withMark(one, mark('b'))!
    expect(withMark(two, mark('a', { word: 'why?' }))).toEqual([mark('a', { word: 'why?' }), mark('b')])
    expect(withoutMark(two, 'a')).toEqual([mark('b')])
    expect(withoutMark(two, 'none')).toEqual(two)
  })

  it('has an end: a word of what is marked can still be changed', () => {
    const full = Array.from({ length: MOST_MARKS }, (_, at) => mark(`m${at}`))
    expect(withMark(full, mark('more'))).toBeNull()
    expect(withMark(full, mark('m3', { word: 'x' }))).toHaveLength(MOST_MARKS)
  })

  it.each([
    [{ place: '../..' }],
    [{ from: 5, to: 5 }],
    [{ from: -1 }],
    [{ to: 1e400 }],
    [{ text: '' }],
    [{ text: 'x'.repeat(2001) }],
    [{ word: 'x'.repeat(201) }],
  ])('isn’t %j', changed => {
    expect(textMark.safeParse(mark('a', changed)).success).toBe(false)
  })
})
