import { describe, expect, it } from 'vitest'
import { folded } from './naming'

describe('names that people read as the same', () => {
  it.each([
    ['Office', '  office '],
    ['Long hall', 'LONG  HALL'],
    // Full-width forms, and a letter with its mark apart.
    ['Room 1', 'Ｒｏｏｍ １'],
    ['Raum Ä', 'Raum A\u0308'],
  ])('%j and %j', (one, other) => expect(folded(one)).toBe(folded(other)))

  it.each([
    ['Raum Ä', 'Raum A'],
    ['Зал', 'Зала'],
    ['Room 1', 'Room 11'],
  ])('but not %j and %j', (one, other) => expect(folded(one)).not.toBe(folded(other)))

  it('leaves something of a name in any letters', () => expect(folded('Зал')).toBe('зал'))
})
