import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kindOf, part } from '.'
import { judged, refused } from './judged.fixture'
import { number } from './number'
import { compared, leadingPower, rational, readNumber, rounded, toSignificant } from '../../../ground/numbers'
import type { Rational } from '../../../ground/numbers'

const text = ({ above, below }: Rational): string => (below === 1n ? `${above}` : `${above}/${below}`)
const readAs = (typed: string, decimal: '.' | ',' = '.', fractions = true): string => {
  const read = readNumber(typed, { decimal, fractions })
  return read.ok ? text(read.value) : read.why
}

describe('a number as it is typed', () => {
  it.each([
    ['5', '5'],
    ['  5 ', '5'],
    ['+5', '5'],
    ['-5', '-5'],
    ['−5', '-5'],
    ['- 5', '-5'],
    ['0', '0'],
    ['007', '7'],
    ['12.5', '25/2'],
    ['.5', '1/2'],
    ['0.10', '1/10'],
    ['1,234', '1234'],
    ['1,234,567.5', '2469135/2'],
    ['1 234', '1234'],
    ['1\u00A0234\u202F567', '1234567'],
    ['1’234', '1234'],
    ["1'234.5", '2469/2'],
    ['1.5e3', '1500'],
    ['1.5E-3', '3/2000'],
    ['1.5×10^3', '1500'],
    ['1.5 x 10^-1', '3/20'],
    ['2e0', '2'],
    ['3/4', '3/4'],
    ['-3/4', '-3/4'],
    ['6/8', '3/4'],
    ['1 3/4', '7/4'],
    ['-1 3/4', '-7/4'],
    ['10⁄4', '5/2'],
  ])('%j is %s', (typed, value) => {
    expect(readAs(typed)).toBe(value)
  })

  it.each([
    ['1.234', '1234'],
    ['1.234.567', '1234567'],
    ['1.234,5', '2469/2'],
    ['1,5', '3/2'],
    ['12.5', '25/2'],
    ['1.5', '3/2'],
    ['0.125', '1/8'],
    ['1 234,5', '2469/2'],
    ['1,25e2', '125'],
    ['1,2,3', '“,” stands twice'],
    ['1.23.4', '“.” stands twice'],
  ])('where decimals stand behind a comma, %j is %s', (typed, value) => {
    expect(readAs(typed, ',')).toBe(value)
  })

  it.each([
    ['', 'a number is expected'],
    ['NaN', '“N” can’t belong to a number'],
    ['Infinity', '“I” can’t belong to a number'],
    ['0x1f', '“x” can’t belong to a number'],
    ['12 px', '“p” can’t belong to a number'],
    ['£5', '“£” can’t belong to a number'],
    ['1e400', 'this is too large or too small'],
    ['1e-400', 'this is too large or too small'],
    ['1e999999999', 'this is too large or too small'],
    ['1.2.3', '“.” stands twice'],
    ['1,23', 'groups have three digits each'],
    ['1,2345', 'groups have three digits each'],
    ['1234,567', 'groups have three digits each'],
    ['1,234 567', 'groups have three digits each'],
    ['1.', 'digits are expected behind the mark'],
    ['1.5 5', 'digits are expected behind the mark'],
    ['-', 'digits are expected'],
    ['.', 'digits are expected behind the mark'],
    ['1/0', 'nothing can be divided by 0'],
    ['1/2/3', '“/” can’t belong to a number'],
    ['--5', '“-” can’t belong to a number'],
  ])('%j is none: %s', (typed, why) => {
    expect(readAs(typed)).toBe(why)
  })

  it('may be no fraction where none is taken', () => {
    expect(readAs('3/4', '.', false)).toBe('a fraction isn’t taken here')
  })

  it('is the number that was written, whatever it is', () => {
    fc.assert(
      fc.property(fc.bigInt({ min: -(10n ** 15n), max: 10n ** 15n }), fc.nat(6), (digits, decimals) => {
        const sign = digits < 0n ? '-' : ''
        const padded = (digits < 0n ? -digits : digits).toString().padStart(decimals + 1, '0')
        const whole = padded.slice(0, padded.length - decimals)
        const written = decimals > 0 ? `${sign}${whole}.${padded.slice(-decimals)}` : `${sign}${whole}`
        const read = readNumber(written, { decimal: '.', fractions: false })
        expect(read.ok && text(read.value)).toBe(text(rational(digits, 10n ** BigInt(decimals))))
        expect(read.ok && read.decimals).toBe(decimals)
      }),
    )
  })

  it('is read or refused in words, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.constantFrom('.' as const, ',' as const), (typed, decimal) => {
        const read = readNumber(typed, { decimal, fractions: true })
        if (!read.ok) expect(read.why.length).toBeGreaterThan(5)
        else expect(read.value.below > 0n).toBe(true)
      }),
    )
  })
})

describe('a number with tolerance', () => {
  const asked = { kind: 'number', fractions: true }
  const typed = (written: string, unit?: string) => ({ text: written, decimal: '.', ...(unit ? { unit } : {}) })
  const is = (value: string, within?: object) => ({ kind: 'number', is: value, ...(within ? { within } : {}) })
  it.each([
    [is('62'), '62', 'met'],
    [is('62'), '62.0', 'met'],
    [is('62'), '124/2', 'met'],
    [is('62'), '6.2e1', 'met'],
    [is('62'), '64', 'wrong-number'],
    [is('62'), '-62', 'wrong-sign'],
    [is('62'), '620', 'wrong-power'],
    [is('62'), '0.62', 'wrong-power'],
    [is('62'), '0', 'wrong-number'],
    [is('62'), 'sixty-two', 'no-number'],
    [is('62'), '', 'not-answered'],
    [is('0'), '0', 'met'],
    [is('0'), '-0', 'met'],
    [is('0'), '1', 'wrong-number'],
    [is('1/3'), '1/3', 'met'],
    [is('1/3'), '2/6', 'met'],
    [is('1/3'), '0.33', 'wrong-number'],
    [is('2.5', { absolute: '0.1' }), '2.4', 'met'],
    [is('2.5', { absolute: '0.1' }), '2.6', 'met'],
    [is('2.5', { absolute: '0.1' }), '2.61', 'wrong-number'],
    [is('2.5', { absolute: '0.1' }), '2.39', 'wrong-number'],
    [is('200', { relative: '0.01' }), '202', 'met'],
    [is('200', { relative: '0.01' }), '198', 'met'],
    [is('200', { relative: '0.01' }), '202.1', 'wrong-number'],
    [is('-200', { relative: '0.01' }), '-201', 'met'],
    [is('-200', { relative: '0.01' }), '201', 'wrong-number'],
    [is('3.14159', { significant: 3 }), '3.14', 'met'],
    [is('3.14159', { significant: 3 }), '3.142', 'met'],
    [is('3.14159', { significant: 3 }), '3.1', 'too-coarse'],
    [is('3.14159', { significant: 3 }), '3', 'too-coarse'],
    [is('3.14159', { significant: 3 }), '3.15', 'wrong-number'],
    [is('0.0012345', { significant: 2 }), '0.0012', 'met'],
    [is('0.0012345', { significant: 2 }), '1.2e-3', 'met'],
    [is('0.0012345', { significant: 2 }), '0.0013', 'wrong-number'],
    [is('12345', { significant: 2 }), '12000', 'met'],
    [is('12345', { significant: 2 }), '12,345', 'met'],
    [is('12345', { significant: 2 }), '1200', 'wrong-number'],
    [is('2.675', { decimals: 2 }), '2.68', 'met'],
    [is('2.675', { decimals: 2 }), '2.675', 'not-rounded'],
    [is('2.675', { decimals: 2 }), '2.67', 'wrong-number'],
    [is('2.5', { decimals: 2 }), '2.50', 'met'],
    [is('2.5', { decimals: 2 }), '2.5', 'met'],
    [is('-2.675', { decimals: 2 }), '-2.68', 'met'],
    [is('2.675', { decimals: 0 }), '3', 'met'],
    [is('2.675', { decimals: 0 }), '2.7', 'not-rounded'],
  ])('with %j: %j is %s', (right, written, found) => {
    expect(judged(asked, right, typed(written))).toBe(found)
  })

  const speeds = {
    kind: 'number',
    units: [
      { id: 'mbit', text: 'Mbit/s' },
      { id: 'gbit', text: 'Gbit/s', factor: '1000' },
      { id: 'kbit', text: 'kbit/s', factor: '0.001' },
    ],
  }
  const two = { kind: 'number', is: '2', unit: 'gbit' }
  it.each([
    [two, '2', 'gbit', 'met'],
    [two, '2000', 'mbit', 'met'],
    [two, '2,000,000', 'kbit', 'met'],
    [two, '2', 'mbit', 'wrong-unit'],
    [two, '2000', 'gbit', 'wrong-power'],
    [two, '3', 'gbit', 'wrong-number'],
    [two, '2', undefined, 'no-unit'],
    [{ ...two, thisUnit: true }, '2', 'gbit', 'met'],
    [{ ...two, thisUnit: true }, '2000', 'mbit', 'other-unit'],
    [{ ...two, within: { relative: '0.1' } }, '1900', 'mbit', 'met'],
    [{ ...two, within: { absolute: '0.05' } }, '1960', 'mbit', 'met'],
    [{ ...two, within: { absolute: '0.05' } }, '1940', 'mbit', 'wrong-number'],
  ])('with %j: %s in %s is %s', (right, written, unit, found) => {
    expect(judged(speeds, right, typed(written, unit))).toBe(found)
  })

  it('says what is missing, and takes no unit that isn’t there', () => {
    const one = part.parse({ id: 'one', ...speeds })
    const kind = kindOf(one)
    expect(kind.progress(one, null).words).toBe('nothing typed yet')
    expect(kind.progress(one, typed('2x')).words).toBe('“x” can’t belong to a number')
    expect(kind.progress(one, typed('2')).words).toBe('no unit chosen yet')
    expect(kind.progress(one, typed('2', 'mbit'))).toEqual({ complete: true, words: 'typed' })
    expect(refused(speeds, typed('2', 'baud'))).toBe('There is no such unit here.')
    expect(kind.sentence(one, typed('2', 'gbit'))).toBe('2 Gbit/s')
  })
})

describe('a number is told with what stands around it', () => {
  it.each([
    [{ before: '£', after: 'a month' }, { text: ' 12.50 ' }, '£12.50 a month'],
    [{ after: 'boats' }, { text: '36' }, '36 boats'],
    [{ units: ['m', 'cm'].map(id => ({ id, text: id })) }, { text: '3', unit: 'cm' }, '3 cm'],
    [{}, { text: '' }, 'nothing'],
  ])('%j: %j is %s', (asked, given, words) => {
    const part = number.part.parse({ kind: 'number', id: 'n', ...asked })
    expect(number.sentence(part, number.answer.parse({ decimal: '.', ...given }))).toBe(words)
  })
})

describe('rounding', () => {
  const half = rational(5n, 2n)
  it('is half away from nought', () => {
    expect([text(rounded(half, 0)), text(rounded(rational(-5n, 2n), 0)), text(rounded(rational(1245n), -1))]).toEqual([
      '3',
      '-3',
      '1250',
    ])
  })

  it('to so many figures is off by half of the last one at most', () => {
    fc.assert(
      fc.property(
        fc.bigInt({ min: 1n, max: 10n ** 12n }),
        fc.bigInt({ min: 1n, max: 10n ** 6n }),
        fc.integer({ min: 1, max: 6 }),
        (above, below, digits) => {
          const value = rational(above, below)
          const near = toSignificant(value, digits)
          const exponent = leadingPower(value) - digits + 1
          const unit = exponent >= 0 ? rational(10n ** BigInt(exponent)) : rational(1n, 10n ** BigInt(-exponent))
          const off = rational((near.above * value.below - value.above * near.below) * 2n, near.below * value.below)
          expect(
            compared({ above: off.above < 0n ? -off.above : off.above, below: off.below }, unit),
          ).toBeLessThanOrEqual(0)
        },
      ),
    )
  })
})
