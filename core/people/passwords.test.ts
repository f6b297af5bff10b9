import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { whyNoPassword } from './passwords'

const known = { name: 'Ada Reedmace', email: 'ada.reedmace@sallowmere.test', centre: 'Harbour College' }
const common = new Set(['password12', 'password', 'sunshine', '1q2w3e4r5t', 'qwertyuiop'])
const why = (password: string): string | null => whyNoPassword(password, known, common)

describe('a password is refused', () => {
  it.each([
    ['short', 'A password has 10 characters at least.'],
    ['x'.repeat(129), 'A password has 128 characters at most.'],
    [' '.repeat(10), 'This is the same few characters'],
    ['ababababababab', 'This is the same few characters'],
    ['a          b', 'This is the same few characters'],
    ['password12', 'This is one of the commonest'],
    ['PassWord12', 'This is one of the commonest'],
    ['ｐａｓｓｗｏｒｄ１２', 'This is one of the commonest'],
    ['sunshine2026!!', 'This is one of the commonest'],
    ['1q2w3e4r5t', 'This is one of the commonest'],
    ['ada.reedmace@sallowmere.test', 'This is made of your name'],
    ['Reedmace-1999', 'This is made of your name'],
    ['sallowmere2026', 'This is made of your name'],
    ['harbourcollege', 'This is made of your name'],
    ['Réedmáce 12345', 'This is made of your name'],
    ['anvil123456789', 'This is made of your name'],
  ])('%j', (password, words) => {
    expect(why(password)).toMatch(new RegExp(`^${words}`))
  })
})

describe('a password is taken', () => {
  it.each([
    'slipway-64',
    'keel-and-sail',
    'four plain words here',
    'Reedmace grows by the quay',
    '7391504826',
    '海の上の小さな船が見えます',
    '🦦🦢🐟🛶⚓🪝🧭🌊🦦🦢',
    '\t\u0000= ; -- <b>"',
    'x1y2'.repeat(32),
  ])('%j', password => {
    expect(why(password)).toBeNull()
  })

  it('whatever it consists of, or refused in words', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 300 }), password => {
        const words = why(password)
        expect(words === null || /\.$/.test(words)).toBe(true)
      }),
    )
  })
})
