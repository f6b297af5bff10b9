import { describe, expect, it } from 'vitest'
import { amountOf, decimal, grouped, LARGEST_AMOUNT, parseAmount } from './money'

const reason = (text: string): string => {
  const read = parseAmount(text)
  return read.ok ? 'accepted' : read.reason
}

describe('reading an amount', () => {
  it.each([
    ['450', 45_000],
    ['450.5', 45_050],
    ['0.07', 7],
    ['1,250.50', 125_050],
    [' 86.40 ', 8_640],
    ['0012', 1_200],
    ['1000000000000', LARGEST_AMOUNT],
  ])('%s is %d pence', (text, pence) => {
    expect(parseAmount(text)).toEqual({ ok: true, pence })
  })

  it.each([
    ['12,50', 'with a point before the pence'],
    ['1,25,000', 'is not an amount'],
    ['1.005', 'more than two decimals'],
    ['-4.00', 'is negative'],
    ['1000000000000.01', 'more than the books take'],
    ['10000000000000', 'more than the books take'],
    ['', 'is not an amount'],
    ['1e3', 'is not an amount'],
    ['٣', 'is not an amount'],
  ])('“%s” is refused: %s', (text, words) => {
    expect(reason(text)).toContain(words)
  })

  it('is exact where binary fractions are not: 0.1 + 0.2', () => {
    expect(amountOf('0.10') + amountOf('0.20')).toBe(amountOf('0.30'))
  })

  it('content with a bad amount is a RangeError', () => {
    expect(() => amountOf('12,50')).toThrow(RangeError)
  })
})

describe('writing an amount', () => {
  it('keeps two places, groups thousands and the sign', () => {
    expect(decimal(7)).toBe('0.07')
    expect(decimal(-125_050n)).toBe('-1250.50')
    expect(grouped(123_456_789)).toBe('1,234,567.89')
    expect(grouped(10n ** 20n)).toBe('1,000,000,000,000,000,000.00')
    expect(grouped(-99_999)).toBe('-999.99')
  })
})
