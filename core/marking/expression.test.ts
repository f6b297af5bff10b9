import { describe, expect, it } from 'vitest'
import { deriveAmount } from './expression'

describe('a derived amount', () => {
  it.each([
    ['owed / 2', { owed: '1000.00' }, '500.00'],
    ['owed / 2 - 10', { owed: '1200.00' }, '590.00'],
    ['paid / 12', { paid: '100.00' }, '8.33'],
    ['paid / 8', { paid: '0.20' }, '0.03'],
    ['a + b', { a: '0.10', b: '0.20' }, '0.30'],
    ['max(a, b) * 3', { a: '333333333333.33', b: '1' }, '999999999999.99'],
  ])('%s of %o is %s', (expression, values, amount) => {
    expect(deriveAmount(expression, values)).toBe(amount)
  })
  it('is null where there is none', () => {
    expect(deriveAmount('a / 0', { a: '1' })).toBeNull()
    expect(deriveAmount('a > 1', { a: '2' })).toBeNull()
  })
  it('an expression that can’t be read is the content’s fault', () => {
    expect(() => deriveAmount('a +* 2', { a: '1' })).toThrow(SyntaxError)
    expect(() => deriveAmount('unknown + 1', {})).toThrow()
  })
})
