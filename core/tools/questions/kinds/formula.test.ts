import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kindOf, part } from '.'
import { readFormula } from '../algebra/read'
import { toTex } from '../algebra/tex'
import { judged, refused } from './judged.fixture'

/** What a formula of any letters comes to against what is right. */
const against = (given: string | null, is: string, more: object = {}, asked: object = {}): string =>
  judged({ kind: 'formula', ...asked }, { kind: 'formula', is, ...more }, given)

describe('a formula that means the same', () => {
  it.each([
    // Exactly: quotients of polynomials.
    ['2x + 3', '3 + 2x', 'met'],
    ['2·x + 3', '2x + 3', 'met'],
    ['2 × x + 3', '2x + 3', 'met'],
    ['2*x + 3', '2x + 3', 'met'],
    ['(x + 1)(x − 1)', 'x² − 1', 'met'],
    ['(x + 1)²', 'x^2 + 2x + 1', 'met'],
    ['x^2 + 2x + 1', '(x + 1)^2', 'met'],
    ['(a + b)^3', 'a^3 + 3a^2 b + 3a b^2 + b^3', 'met'],
    ['0.5x', 'x/2', 'met'],
    ['0,5x', 'x/2', 'met'],
    ['1/2 x', 'x/2', 'met'],
    ['x ÷ 2', 'x/2', 'met'],
    ['50 % x', 'x/2', 'met'],
    ['x·(1 + 20 %)', '1.2x', 'met'],
    ['0.1 + 0.2', '0.3', 'met'],
    ['1/3 + 1/3 + 1/3', '1', 'met'],
    ['x⁻¹', '1/x', 'met'],
    ['x^(−2)', '1/x²', 'met'],
    ['x²/x', 'x', 'met'],
    ['(x² − 1)/(x − 1)', 'x + 1', 'met'],
    ['1/x + 1/y', '(x + y)/(x y)', 'met'],
    ['−x²', '−(x²)', 'met'],
    ['−(−x)', 'x', 'met'],
    ['2^3^2', '512', 'met'],
    ['[x + (1 − x)]', '1', 'met'],
    ['x_1 + x_2', 'x_2 + x_1', 'met'],
    ['v₀ t', 't v₀', 'met'],
    ['2^100', '1267650600228229401496703205376', 'met'],
    ['2^100 + 1', '1267650600228229401496703205376', 'other-value'],
    // By values: roots, sizes, logarithms, angles.
    ['√(x²)', '|x|', 'met'],
    ['sqrt(x)^2 + 0', 'x', 'other-domain'],
    ['√x · √x', 'x', 'other-domain'],
    ['√8', '2√2', 'met'],
    ['√2/2', '1/√2', 'met'],
    ['x^(1/2)', '√x', 'met'],
    ['∛(x³)', 'x', 'met'],
    ['x^(1/3)', '∛x', 'met'],
    ['ln(x^2)', '2 ln(x)', 'met'],
    ['2 ln x', 'ln(x²)', 'other-domain'],
    ['log(100)', '2', 'met'],
    ['e^(ln x)', 'x', 'other-domain'],
    ['sin(x)^2 + cos(x)^2', '1', 'met'],
    ['tan(x)', 'sin(x)/cos(x)', 'met'],
    ['π r²', 'r² pi', 'met'],
    ['exp(2x)', '(e^x)^2', 'met'],
    // Another value.
    ['2x − 3', '2x + 3', 'other-value'],
    ['3 − 2x', '2x − 3', 'wrong-sign'],
    ['−√x', '√x', 'wrong-sign'],
    ['x² + 1', '(x + 1)²', 'other-value'],
    ['1/2x', '1/(2x)', 'other-value'],
    ['1/(2x)', '1/2 · x', 'other-value'],
    ['1/x + y', '1/(x + y)', 'other-value'],
    ['x/0', 'x', 'other-value'],
    ['0^0', '1', 'other-value'],
    ['√(−1)', '1', 'other-value'],
    ['0.33', '1/3', 'other-value'],
    ['3.14', 'π', 'other-value'],
    ['9^9^9^9', '9', 'other-value'],
    ['x^1000', 'x^999', 'other-value'],
    ['(a + b + c + d)^50', '(a + b + c + d)^50 + 1', 'other-value'],
    ['y', 'x', 'other-value'],
    // Nothing.
    ['', '1', 'not-answered'],
    ['   ', '1', 'not-answered'],
    [null, '1', 'not-answered'],
  ])('%j for %j is %s', (given, is, found) => {
    expect(against(given, is)).toBe(found)
  })

  it.each([
    ['√x · √x', 'x', { x: { from: 0, to: 9 } }, 'met'],
    ['2 ln x', 'ln(x²)', { x: { from: 0, to: 9 } }, 'met'],
    ['x', '|x|', { x: { from: 0, to: 9 } }, 'met'],
    ['x', '|x|', { x: { from: -9, to: 0 } }, 'wrong-sign'],
    ['√(x − 8)', '√(x − 8) + 0', { x: { from: 8, to: 20 } }, 'met'],
    // Where what is right has no value, nothing can be compared.
    ['√(x − 8)', '√(x − 8) + 0', {}, 'other-value'],
    ['e + √x', '√x + e', { e: { from: 1, to: 9 } }, 'met'],
  ])('%j for %j where %j is %s', (given, is, domain, found) => {
    expect(against(given, is, { domain })).toBe(found)
  })

  it.each([
    ['y = 2x + 1', '2x + 1 = y', 'met'],
    ['2y = 4x + 2', 'y = 2x + 1', 'met'],
    ['y − 2x = 1', 'y = 2x + 1', 'met'],
    ['y == 2x + 1', 'y = 2x + 1', 'met'],
    ['x y = 1', 'y = 1/x', 'met'],
    ['y = √x + 1', 'y − 1 = √x', 'met'],
    ['y = 2x − 1', 'y = 2x + 1', 'other-value'],
    ['2x + 1', 'y = 2x + 1', 'other-value'],
    ['y = 2x + 1', '2x + 1', 'other-value'],
    ['x > 3', '3 < x', 'met'],
    ['2x > 6', 'x > 3', 'met'],
    ['−2x < −6', 'x > 3', 'met'],
    ['−x ≤ 3', 'x ≥ −3', 'met'],
    ['x >= 3', 'x ≥ 3', 'met'],
    ['x < 3', 'x > 3', 'wrong-sign'],
    ['x ≥ 3', 'x > 3', 'other-value'],
    ['x ≤ 3', 'x > 3', 'other-value'],
    ['x != 3', 'x ≠ 3', 'met'],
    ['x = 3', 'x ≠ 3', 'other-value'],
  ])('the relation %j for %j is %s', (given, is, found) => {
    expect(against(given, is)).toBe(found)
  })

  it('has units of one kind that are told in each other', () => {
    const asked = { names: ['v'], units: { km: { of: 'm', factor: '1000' }, h: { of: 's', factor: '3600' } } }
    expect(against('36 km/h', '10 m/s', {}, asked)).toBe('met')
    expect(against('36 km', '36 h', {}, asked)).toBe('other-value')
    expect(against('v·2 h', '7200 v s', {}, asked)).toBe('met')
  })
})

describe('a formula that is written as asked', () => {
  it.each([
    ['3/4', '6/8', 'lowest-terms', 'met'],
    ['−3/4', '−6/8', 'lowest-terms', 'met'],
    ['6/8', '3/4', 'lowest-terms', 'not-lowest-terms'],
    ['0.75', '3/4', 'lowest-terms', 'not-lowest-terms'],
    ['4/1', '4', 'lowest-terms', 'not-lowest-terms'],
    ['4', '8/2', 'lowest-terms', 'met'],
    ['(x + 1)/x', '(x² + x)/x²', 'lowest-terms', 'met'],
    ['(x² + x)/x²', '(x + 1)/x', 'lowest-terms', 'not-lowest-terms'],
    ['(2x + 2)/(4x)', '(x + 1)/(2x)', 'lowest-terms', 'not-lowest-terms'],
    ['(x − 2)(x − 3)', 'x² − 5x + 6', 'factorised', 'met'],
    ['2(x − 2)(x + 2)', '2x² − 8', 'factorised', 'met'],
    ['(x + 1)²', 'x² + 2x + 1', 'factorised', 'met'],
    ['x(x² + 1)', 'x³ + x', 'factorised', 'met'],
    ['−x(x − 1)', 'x − x²', 'factorised', 'met'],
    ['a(b + c)', 'a b + a c', 'factorised', 'met'],
    ['x² − 5x + 6', '(x − 2)(x − 3)', 'factorised', 'not-factorised'],
    ['2(x² − 4)', '2x² − 8', 'factorised', 'not-factorised'],
    ['(2x − 4)(x + 2)', '2x² − 8', 'factorised', 'not-factorised'],
    ['x(a x + a)', 'a x² + a x', 'factorised', 'not-factorised'],
    ['x² − 5x + 6', '(x − 2)(x − 3)', 'expanded', 'met'],
    ['(x − 2)(x − 3)', 'x² − 5x + 6', 'expanded', 'not-expanded'],
    ['x² − 2x − 3x + 6', '(x − 2)(x − 3)', 'expanded', 'not-expanded'],
    ['x(x − 5) + 6', '(x − 2)(x − 3)', 'expanded', 'not-expanded'],
    ['3.2 × 10⁴', '32000', 'standard-form', 'met'],
    ['3.2·10^(−3)', '0.0032', 'standard-form', 'met'],
    ['32 × 10³', '32000', 'standard-form', 'not-standard-form'],
    ['0.32 × 10⁵', '32000', 'standard-form', 'not-standard-form'],
    ['32000', '3.2 × 10⁴', 'standard-form', 'not-standard-form'],
    ['x = (y − 1)/2', 'y = 2x + 1', 'solved', 'met'],
    ['(y − 1)/2 = x', 'y = 2x + 1', 'solved', 'met'],
    ['2x = y − 1', 'y = 2x + 1', 'solved', 'not-solved'],
    ['x = y − x − 1', 'y = 2x + 1', 'solved', 'not-solved'],
    // Of what means something else, nothing is said about how it is written.
    ['5/4', '3/4', 'lowest-terms', 'other-value'],
  ])('%j for %j in form %s is %s', (given, is, form, found) => {
    expect(against(given, is, { form, for: 'x' })).toBe(found)
  })

  it.each([
    ['2·x', 'met'],
    ['2x', 'met'],
    ['2*x', 'program-signs'],
    ['sqrt(4)·x', 'program-signs'],
    ['√4·x', 'met'],
    ['x + x + 0*pi', 'program-signs'],
    ['3x', 'other-value'],
  ])('with %j in the signs of mathematics is %s', (given, found) => {
    expect(against(given, '2x', { notation: true })).toBe(found)
  })
})

describe('what can’t be read', () => {
  const why = (text: string, asked: object = {}): string => {
    const one = part.parse({ kind: 'formula', id: 'one', ...asked })
    const progress = kindOf(one).progress(one, text)
    return progress.complete ? 'read' : progress.words
  }
  it.each([
    ['2 +', 'something is expected at the end'],
    ['(2 + x', '“)” is expected'],
    ['2 + x)', 'a bracket is closed that wasn’t opened'],
    ['2 · / x', 'something is expected before “/”'],
    ['1 3/4', 'a sign is expected between “1” and a number'],
    ['1 000', 'a sign is expected between “1” and a number'],
    ['x = y = z', 'one relation is expected, and here is another'],
    ['x # y', '“#” can’t belong to a formula'],
    ['|x', '“|” is expected'],
    ['()', 'something is expected before “)”'],
    ['NaN', '“NaN” isn’t one of the letters here'],
    ['1e400', 'a sign is expected between “e” and a number'],
    [`${'('.repeat(1000)}`, 'more than 60 levels stand inside each other'],
    [`${'√'.repeat(999)}2`, 'more than 60 levels stand inside each other'],
    [`${'-'.repeat(999)}2`, 'more than 60 levels stand inside each other'],
    [`${'2^'.repeat(499)}2`, 'more than 60 levels stand inside each other'],
  ])('%j is told: %s', (text, words) => {
    expect(why(text, text === 'NaN' ? { names: ['x'] } : {})).toBe(words)
  })

  it('is told as misread in the finding, and never as another value', () => {
    expect(against('2 +', '2')).toBe('misread')
    expect(against('k + 1', 'x + 1', {}, { names: ['x'] })).toBe('misread')
  })

  it('isn’t longer than a thousand characters, and stands in one line', () => {
    expect(kindOf(part.parse({ kind: 'formula', id: 'one' })).answer.safeParse('1'.repeat(1001)).success).toBe(false)
    expect(refused({ kind: 'formula' }, 'x\ny')).toBe('A formula stands in one line.')
    expect(refused({ kind: 'formula' }, 'x +')).toBe('taken')
  })

  it('throws at nothing that can be typed', () => {
    const signs = [...'xy12.,+-*/^()|=<>≤√∛%·²⁻ _eπ'].concat(['sqrt', 'ln', '10^', '((', '!='])
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...signs), { maxLength: 30 }), pieces => {
        const text = pieces.join('').slice(0, 1000)
        expect(() => against(text, 'x² + √x', { form: 'factorised', notation: true })).not.toThrow()
        if (readFormula(text, {}).ok && text.trim())
          expect(['met', 'other-domain', 'other-value']).toContain(against(text, text))
      }),
      { numRuns: 400 },
    )
  })
})

describe('a formula is drawn', () => {
  const tex = (text: string): string => {
    const read = readFormula(text, {})
    return read.ok ? toTex(read.formula) : read.why
  }
  it.each([
    ['1/(2x)', '\\frac{1}{2x }'],
    ['(x + 1)²', '{\\left(x +1\\right)}^{2}'],
    ['√(x/2)', '\\sqrt{\\frac{x }{2}}'],
    ['2·3', '2 \\cdot 3'],
    ['x_1 ≤ π', 'x_{1}\\le \\pi '],
    ['|v₀|', '\\left|v_{0}\\right|'],
  ])('%j as %s', (text, drawn) => {
    expect(tex(text)).toBe(drawn)
  })
})

describe('a formula that would grow without end', () => {
  it('is compared by its values, and costs no more than any other', () => {
    const term = '(73648271·l+58261937)^60'
    const vast = Array.from({ length: 40 }, () => term).join('+')
    expect(vast.length).toBeLessThan(1000)
    const begun = performance.now()
    for (const form of [undefined, 'expanded', 'factorised', 'lowest-terms'])
      expect(against(vast, '2·l', form ? { form } : {})).not.toBe('met')
    // Once it was most of a minute for each.
    expect(performance.now() - begun).toBeLessThan(8000)
  })
})
