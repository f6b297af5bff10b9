import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rational } from '../../../ground/numbers'
import { standing } from './equivalence'
import { hasForm } from './forms'
import { coefficients, commonDegree, content, hasRationalRoot } from './polynomial'
import type { Polynomial } from './polynomial'
import { asQuotient } from './quotient'
import { inBaseUnits, readFormula } from './read'
import { toTex } from './tex'
import { namesIn } from './tree'
import type { Formula, Tree } from './tree'
import { valueOf } from './values'

function formulaOf(text: string): Formula {
  const read = readFormula(text, {})
  if (!read.ok) throw new Error(`${text}: ${read.why}`)
  return read.formula
}
function treeOf(text: string): Tree {
  const formula = formulaOf(text)
  if (formula.is === 'relation') throw new Error(`${text} is a relation.`)
  return formula
}
const polynomialOf = (text: string): Polynomial => asQuotient(treeOf(text))!.above
const inX = (...values: readonly number[]): string => values.map((value, at) => `(${value})·x^${at}`).join(' + ')
const small = fc.integer({ min: -6, max: 6 })

describe('a polynomial', () => {
  it('is the product of its factors, whichever they are', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(small, small), { minLength: 1, maxLength: 4 }), factors => {
        const written = factors.map(([a, b]) => `(${a}·x + ${b})`).join('')
        // Multiplied out by hand, from the number alone on.
        const expanded = factors.reduce<number[]>(
          (sum, [a, b]) => {
            const next = Array.from({ length: sum.length + 1 }, () => 0)
            sum.forEach((value, at) => {
              next[at]! += value * b
              next[at + 1]! += value * a
            })
            return next
          },
          [1],
        )
        expect(standing(formulaOf(written), formulaOf(inX(...expanded)))).toBe('same')
        const off = [expanded[0]! + 1, ...expanded.slice(1)]
        expect(standing(formulaOf(written), formulaOf(inX(...off)))).not.toBe('same')
      }),
    )
  })

  it('has a root that is a fraction where a plain search finds one', () => {
    fc.assert(
      fc.property(small, small, small, (a, b, c) => {
        fc.pre(c !== 0)
        const found = Array.from({ length: 13 }, (_, above) => above - 6)
          .flatMap(above => Array.from({ length: 6 }, (_, below) => above / (below + 1)))
          .some(x => Math.abs(a + b * x + c * x * x) < 1e-9)
        const values = [a, b, c].map(value => rational(BigInt(value)))
        if (found) expect(hasRationalRoot(values)).toBe(true)
        // And by the discriminant: a square where there is one.
        const discriminant = b * b - 4 * a * c
        expect(hasRationalRoot(values)).toBe(discriminant >= 0 && Number.isInteger(Math.sqrt(discriminant)))
      }),
    )
  })

  it.each([
    ['6x + 4', 2n, 1n],
    ['0.5x + 0.25', 1n, 4n],
    ['7', 7n, 1n],
    ['0', 1n, 1n],
  ])('%s has %i over %i in common', (text, above, below) => {
    expect(content(polynomialOf(text))).toEqual({ above, below })
  })

  it.each([
    ['(x − 1)(x − 2)', '(x − 1)(x + 5)', 1],
    ['(x − 1)²(x + 3)', '(x − 1)²', 2],
    ['x² + 1', 'x + 1', 0],
    ['2x + 2', '4', 0],
  ])('%s and %s have a common divisor of degree %i', (one, other, degree) => {
    const values = (text: string) => coefficients(polynomialOf(text))!.values
    expect(commonDegree(values(one), values(other))).toBe(degree)
  })

  it('of several letters has no single row of coefficients', () => {
    expect(coefficients(polynomialOf('x + y'))).toBeNull()
    expect(coefficients(polynomialOf('3'))).toEqual({ name: null, values: [rational(3n)] })
  })
})

describe('what can’t be worked out exactly', () => {
  it.each(['√x', 'π x', 'x^y', 'x^(1/2)', '1/0', '0^0', '2^9999', '9^9^9', '(a + b + c + d)^30', 'sin x'])(
    '%s',
    text => {
      expect(asQuotient(treeOf(text))).toBeNull()
    },
  )

  it.each(['x', '1/x', '(x + 1)^60', 'x^(−3)', '0.1 + 0.2', '10^300'])('isn’t %s', text => {
    expect(asQuotient(treeOf(text))).not.toBeNull()
  })
})

describe('values', () => {
  it.each([
    ['2x + 3', 7],
    ['x²', 4],
    ['−x²', -4],
    ['2^x^2', 16],
    ['√(x + 2)', 2],
    ['∛(−8)', -2],
    ['(−8)^(1/3)', -2],
    ['|1 − x|', 1],
    ['50 %', 0.5],
    ['sin(0) + cos(0)', 1],
    ['ln(e)', 1],
    ['log 1000', 3],
    ['exp(0)', 1],
    ['10/4/5', 0.5],
    ['1/2x', 1],
    ['1/(2x)', 0.25],
  ])('%s at x = 2 is %d', (text, value) => {
    expect(valueOf(treeOf(text), { x: 2 })).toBeCloseTo(value, 12)
  })

  it.each(['√(−x)', 'ln(−x)', 'log 0', '1/(x − 2)', '(x − 2)^0', '(−x)^0.5', 'y'])('%s has none there', text => {
    expect(valueOf(treeOf(text), { x: 2 })).toBeNaN()
  })
})

describe('equivalence', () => {
  const texts = ['2x + 3', '(x + 1)²', '√x', '|x|', '1/x', 'x y', 'ln x', 'sin x', 'π x', 'x = 2', 'x ≤ 3', 'a/(b + c)']
  it('holds of everything with itself, and both ways round', () => {
    for (const one of texts) expect(standing(formulaOf(one), formulaOf(one)), one).toBe('same')
    for (const one of texts)
      for (const other of texts.filter(text => text !== one)) {
        const there = standing(formulaOf(one), formulaOf(other)) === 'same'
        expect(standing(formulaOf(other), formulaOf(one)) === 'same', `${one} and ${other}`).toBe(there)
      }
  })

  it('doesn’t mind brackets that change nothing', () => {
    fc.assert(
      fc.property(fc.constantFrom(...texts.slice(0, 9)), fc.integer({ min: 1, max: 5 }), (text, depth) => {
        expect(standing(formulaOf(`${'('.repeat(depth)}${text}${')'.repeat(depth)}`), formulaOf(text))).toBe('same')
      }),
    )
  })

  it('knows each form of what it reads, and none of what is in another', () => {
    expect(hasForm(formulaOf('y = (x + 1)(x − 1)'), 'factorised', '')).toBe(true)
    expect(hasForm(formulaOf('y = x² − 1'), 'factorised', '')).toBe(false)
    expect(hasForm(formulaOf('y = x² − 1'), 'expanded', '')).toBe(true)
    expect(hasForm(formulaOf('x² − 1'), 'solved', 'x')).toBe(false)
  })
})

describe('a formula', () => {
  it('names what stands for a value in it, and puts units in place of their names', () => {
    const read = readFormula('v·3 km', { names: ['v'], units: ['km', 'm'] })
    expect(read.ok && [...namesIn(read.formula)].sort()).toEqual(['km', 'v'])
    if (!read.ok || read.formula.is === 'relation') throw new Error('not read')
    const based = inBaseUnits(read.formula, { km: { of: 'm', factor: '1000' } })
    expect([...namesIn(based)].sort()).toEqual(['m', 'v'])
    expect(valueOf(based, { v: 2, m: 1 })).toBe(6000)
  })

  it('goes into TeX with letters, digits and signs alone', () => {
    const signs = [...'xyz0123456789+-*/^()√²|=']
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...signs), { minLength: 1, maxLength: 16 }), pieces => {
        const read = readFormula(pieces.join(''), {})
        if (read.ok) expect(toTex(read.formula)).toMatch(/^[\w\s+\-=<>.{}()|^\\]+$/)
      }),
      { numRuns: 300 },
    )
  })
})
