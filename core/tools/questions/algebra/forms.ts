import { compared, magnitude, over, power, rational } from '../../../ground/numbers'
import type { Rational } from '../../../ground/numbers'
import type { Polynomial } from './polynomial'
import { coefficients, commonDegree, content, hasRationalRoot, orTooLarge, powersOf } from './polynomial'
import { asQuotient } from './quotient'
import { bare, namesIn } from './tree'
import type { Formula, Tree } from './tree'

/** How a formula is to be written. */
export const FORMS = ['lowest-terms', 'factorised', 'expanded', 'standard-form', 'solved'] as const
export type Form = (typeof FORMS)[number]

/** The factors of a product, with powers of whole numbers taken apart; a minus before it is left out. */
function factorsOf(tree: Tree): Tree[] {
  const plain = bare(tree)
  if (plain.is === 'negative') return factorsOf(plain.of)
  if (plain.is === 'times') return [...factorsOf(plain.left), ...factorsOf(plain.right)]
  if (plain.is === 'power' && plain.right.is === 'number' && plain.right.value.below === 1n) {
    const times = Number(plain.right.value.above)
    if (times >= 1 && times <= 20) return Array.from({ length: times }, () => factorsOf(plain.left)).flat()
  }
  return [plain]
}
/** The terms of a sum. */
function termsOf(tree: Tree): Tree[] {
  const plain = bare(tree)
  if (plain.is === 'plus' || plain.is === 'minus') return [...termsOf(plain.left), ...termsOf(plain.right)]
  return plain.is === 'negative' ? termsOf(plain.of) : [plain]
}
const polynomialOf = (tree: Tree): Polynomial | null => {
  const quotient = asQuotient(tree)
  return quotient && quotient.below.size === 1 && quotient.below.has('') ? quotient.above : null
}

/** Whether a factor can’t be taken apart any further. */
function isIrreducible(tree: Tree): boolean {
  const polynomial = polynomialOf(tree)
  if (!polynomial) return true
  if (polynomial.size <= 1) return true
  const { above, below } = content(polynomial)
  if (magnitude(above) !== 1n || below !== 1n) return false
  const shared = [...polynomial.keys()].map(powersOf)
  if ([...(shared[0]?.keys() ?? [])].some(name => shared.every(powers => powers.has(name)))) return false
  const single = coefficients(polynomial)
  return !single || single.values.length <= 2 || hasRationalRoot(single.values) !== true
}
function isFactorised(tree: Tree): boolean {
  const factors = factorsOf(tree)
  const withLetters = factors.filter(factor => namesIn(factor).size > 0)
  return withLetters.length + (factors.length - withLetters.length > 0 ? 1 : 0) >= 2 && factors.every(isIrreducible)
}

/** Whether nothing is left to be multiplied, and no two terms have the same letters. */
function isExpanded(tree: Tree): boolean {
  const terms = termsOf(tree)
  const polynomials = terms.map(polynomialOf)
  const single = polynomials.every(one => one !== null && one.size === 1)
  const written = terms.every(term => factorsOf(term).every(factor => !['plus', 'minus'].includes(factor.is)))
  const kinds = polynomials.map(one => [...(one?.keys() ?? [])][0] ?? '')
  return single && written && new Set(kinds).size === kinds.length
}

const isWhole = (value: Rational): boolean => value.below === 1n

/** A fraction as it is written: of two whole numbers, or of polynomials of one letter. */
function isInLowestTerms(tree: Tree): boolean {
  const plain = bare(tree)
  if (plain.is === 'negative') return isInLowestTerms(plain.of)
  if (plain.is === 'number') return isWhole(plain.value) && !/[.,]/.test(plain.text)
  if (plain.is !== 'over') return namesIn(plain).size > 0 && polynomialOf(plain) !== null
  const [above, below] = [polynomialOf(plain.left), polynomialOf(plain.right)]
  if (!above || !below || below.size === 0) return false
  const [one, other] = [content(above), content(below)]
  if (!isWhole(one) || !isWhole(other) || over(one, other).below !== other.above) return false
  if (namesIn(plain.right).size === 0) return other.above > 1n
  const [upper, lower] = [coefficients(above), coefficients(below)]
  if (!upper || !lower) return true
  const sameLetter = upper.name === lower.name && upper.name !== null
  return !sameLetter || (orTooLarge(() => commonDegree(upper.values, lower.values)) ?? 0) <= 0
}

/** a × 10ⁿ, with a from 1 to below 10. */
function isStandardForm(tree: Tree): boolean {
  const plain = bare(tree)
  if (plain.is === 'negative') return isStandardForm(plain.of)
  if (plain.is !== 'times') return false
  const [front, ten] = [bare(plain.left), bare(plain.right)]
  if (front.is !== 'number' || ten.is !== 'power') return false
  const base = bare(ten.left)
  const exponent = bare(ten.right)
  const size = exponent.is === 'negative' ? bare(exponent.of) : exponent
  const isTen = base.is === 'number' && compared(base.value, power(1)) === 0
  const fits = compared(front.value, rational(1n)) >= 0 && compared(front.value, power(1)) < 0
  return isTen && fits && size.is === 'number' && isWhole(size.value)
}

/** Whether a letter stands alone on one side, and not at all on the other. */
function isSolved(formula: Formula, name: string): boolean {
  if (formula.is !== 'relation') return false
  const alone = (tree: Tree): boolean => {
    const plain = bare(tree)
    return plain.is === 'name' && plain.name === name
  }
  const { left, right } = formula
  return (alone(left) && !namesIn(right).has(name)) || (alone(right) && !namesIn(left).has(name))
}

/** Whether a formula is written as asked; `name`: the letter for which it is to be solved. */
export function hasForm(formula: Formula, form: Form, name: string): boolean {
  if (form === 'solved') return isSolved(formula, name)
  const sides = formula.is === 'relation' ? [formula.left, formula.right] : [formula]
  const [last] = sides.slice(-1)
  // Of a relation, what is asked of the side on the right.
  if (!last) return false
  switch (form) {
    case 'lowest-terms':
      return isInLowestTerms(last)
    case 'factorised':
      return isFactorised(last)
    case 'expanded':
      return isExpanded(last)
    case 'standard-form':
      return isStandardForm(last)
  }
}
