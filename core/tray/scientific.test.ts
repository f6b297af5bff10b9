import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { workOut } from './scientific'

describe('the scientific calculator', () => {
  it.each([
    ['480 + 96', '576'],
    ['(1,000 − 250) × 2.5 %', '18.75'],
    ['√2', '1.414213562'],
    ['√(9 + 16)', '5'],
    ['2 ^ 10', '1024'],
    ['2 ^ −2', '0.25'],
    ['sin(30)', '0.5'],
    ['cos(60) × 4', '2'],
    ['tan(45)', '1'],
    ['asin(0.5)', '30'],
    ['atan(1)', '45'],
    ['ln(e)', '1'],
    ['log(1000)', '3'],
    ['5!', '120'],
    ['2 × π', '6.283185307'],
    ['abs(−3)', '3'],
    ['exp(0)', '1'],
    ['1 ÷ 3', '0.3333333333'],
    ['−0', '0'],
    ['10 ^ 15', '1e+15'],
    ['sin 30', '0.5'],
    ['2 × cos 60 + 1', '2'],
    ['sin(180)', '0'],
    ['cos 90', '0'],
    ['tan(−45)', '-1'],
    ['100 − 10 %', '90'],
  ])('%s is %s', (line, value) => expect(workOut(line)?.value).toBe(value))

  it.each([
    ['1 ÷ 3 + 1 ÷ 6', '1/2'],
    ['7 ÷ 4', '1 3/4'],
    ['−7 ÷ 4', '−1 3/4'],
    ['2.5 %', '1/40'],
    ['1 + 50 % ÷ 3', '1 1/6'],
    ['4 ÷ 2', null],
    ['√2 ÷ 2', null],
  ])('%s as a fraction is %s', (line, fraction) => expect(workOut(line)?.fraction).toBe(fraction))

  it('knows what is kept', () => {
    expect(workOut('M × 2', '14.4')).toEqual({ value: '28.8', fraction: '28 4/5' })
  })

  it.each([
    '',
    '()',
    '1 +',
    '1 ÷ 0',
    'x + 1',
    'import("x")',
    'sqrt(-1)',
    'ln(0)',
    '9 ^ 9 ^ 9',
    '(9 ^ 9)!',
    '100000!',
    'f(x) = 1',
    'a = 1',
    '[1, 2]',
    '"a"',
    'sin(1, 2)',
    'tan(90)',
    'tan(−270)',
    'tan 90',
    '1,5 × 2',
    'createUnit(1)',
    '1'.repeat(201),
  ])('makes nothing of “%s”', line => expect(workOut(line)).toBeNull())

  it('never throws and is never long about it, whatever is typed', () => {
    const signs = [...'0123456789.+-*/^!()√πeM%, ', 'sin(', 'ln(', 'sqrt(', '1e9', '∞']
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...signs), { maxLength: 20 }), all => {
        const begun = performance.now()
        expect(() => workOut(all.join(''))).not.toThrow()
        expect(performance.now() - begun).toBeLessThan(2000)
      }),
      { numRuns: 400 },
    )
  })
})
