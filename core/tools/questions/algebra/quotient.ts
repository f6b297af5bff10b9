import type { Quotient } from './polynomial'
import { ONE, TooLarge, added, constant, letter, product, raised } from './polynomial'
import type { Tree } from './tree'

/** What isn’t a quotient of polynomials, or divides by nought. Never leaves this file. */
class NotRational extends Error {}

function exponentOf(tree: Tree): number {
  const { above, below } = quotient(tree)
  const value = above.get('')
  const divisor = below.get('')
  const isNumber = above.size <= 1 && below.size === 1 && divisor !== undefined && (above.size === 0 || value)
  if (!isNumber) throw new NotRational()
  const size = value ? { above: value.above * divisor.below, below: value.below * divisor.above } : null
  if (!size) return 0
  if (size.above % size.below !== 0n) throw new NotRational()
  const exponent = size.above / size.below
  if (exponent > 1000n || exponent < -1000n) throw new TooLarge()
  return Number(exponent)
}

function divided(one: Quotient, other: Quotient): Quotient {
  if (other.above.size === 0) throw new NotRational()
  return { above: product(one.above, other.below), below: product(one.below, other.above) }
}
function summed(one: Quotient, other: Quotient, sign: 1n | -1n): Quotient {
  return {
    above: added(product(one.above, other.below), product(other.above, one.below), sign),
    below: product(one.below, other.below),
  }
}
function power(base: Quotient, exponent: number): Quotient {
  if (exponent < 0) return power(divided({ above: ONE, below: ONE }, base), -exponent)
  if (exponent === 0 && base.above.size === 0) throw new NotRational()
  return { above: raised(base.above, exponent), below: raised(base.below, exponent) }
}

function quotient(tree: Tree): Quotient {
  switch (tree.is) {
    case 'number':
      return { above: constant(tree.value), below: ONE }
    case 'name':
      if (tree.name === 'π') throw new NotRational()
      return { above: letter(tree.name), below: ONE }
    case 'brackets':
      return quotient(tree.of)
    case 'negative':
      return summed({ above: new Map(), below: ONE }, quotient(tree.of), -1n)
    case 'call':
      throw new NotRational()
    case 'plus':
      return summed(quotient(tree.left), quotient(tree.right), 1n)
    case 'minus':
      return summed(quotient(tree.left), quotient(tree.right), -1n)
    case 'times': {
      const [one, other] = [quotient(tree.left), quotient(tree.right)]
      return { above: product(one.above, other.above), below: product(one.below, other.below) }
    }
    case 'over':
      return divided(quotient(tree.left), quotient(tree.right))
    case 'power':
      return power(quotient(tree.left), exponentOf(tree.right))
  }
}

/** A formula as a quotient of polynomials with exact numbers; null where it isn’t one, or is too large to work out. */
export function asQuotient(tree: Tree): Quotient | null {
  try {
    return quotient(tree)
  } catch (thrown) {
    if (thrown instanceof NotRational || thrown instanceof TooLarge) return null
    throw thrown
  }
}
