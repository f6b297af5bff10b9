import type { Quotient } from './polynomial'
import { isSame, orTooLarge, product, ratio } from './polynomial'
import { asQuotient } from './quotient'
import { namesIn } from './tree'
import type { Formula, Relation, RelationSign, Tree } from './tree'
import { isNear, pointsFor, valueOf } from './values'
import type { Point, Stretch } from './values'

/** Where the values of letters lie, by letter; between −6 and 6 where nothing is said. */
export type Domain = Readonly<Record<string, Stretch>>
/**
 * How one formula stands to what is right: the same; the same but for its sign; the same wherever it has a value, which
 * isn’t everywhere; or another.
 */
export type Standing = 'same' | 'other-sign' | 'narrower' | 'other'

const POINTS = 240
const ENOUGH = 12
const SEED = 20_441

const TURNED: Readonly<Record<RelationSign, RelationSign>> = {
  '=': '=',
  '≠': '≠',
  '<': '>',
  '>': '<',
  '≤': '≥',
  '≥': '≤',
}

/** Exact: whether two quotients are the same; null where that would grow too large. */
const sameQuotient = (one: Quotient, other: Quotient): boolean | null =>
  orTooLarge(() => isSame(product(one.above, other.below), product(other.above, one.below)))

const negative = (of: Tree): Tree => ({ is: 'negative', of })
const difference = ({ left, right }: Relation): Tree => ({ is: 'minus', left, right })

/** The points at which what is right has a value. */
function pointsOf(given: Tree, right: Tree, domain: Domain): Point[] {
  const names = [...new Set([...namesIn(given), ...namesIn(right)])].filter(name => name !== 'π')
  const letters = names.filter(name => name !== 'e' || 'e' in domain)
  return pointsFor(letters, domain, { seed: SEED, count: POINTS }).filter(point =>
    Number.isFinite(valueOf(right, point)),
  )
}

function byValues(given: Tree, right: Tree, domain: Domain): Standing {
  const points = pointsOf(given, right, domain)
  if (points.length < ENOUGH) return 'other'
  const pairs = points.map(point => [valueOf(given, point), valueOf(right, point)] as const)
  const defined = pairs.filter(([one]) => Number.isFinite(one))
  if (defined.length < ENOUGH) return 'other'
  if (defined.every(([one, other]) => isNear(one, other))) return defined.length === pairs.length ? 'same' : 'narrower'
  return defined.every(([one, other]) => isNear(-one, other)) ? 'other-sign' : 'other'
}

function treeStanding(given: Tree, right: Tree, domain: Domain): Standing {
  const [one, other] = [asQuotient(given), asQuotient(right)]
  const exact = one && other && sameQuotient(one, other)
  if (exact === null) return byValues(given, right, domain)
  if (exact) return 'same'
  const turned = asQuotient(negative(given))
  return turned && other && sameQuotient(turned, other) ? 'other-sign' : 'other'
}

/** By what number one is the other multiplied, at all values; null for none. */
function steadyRatio(given: Tree, right: Tree, domain: Domain): number | null {
  const [one, other] = [asQuotient(given), asQuotient(right)]
  if (one && other) {
    const exact = orTooLarge(() => ({ is: ratio(product(one.above, other.below), product(other.above, one.below)) }))
    if (exact) return exact.is && (exact.is.above > 0n ? 1 : -1)
  }
  const ratios = pointsOf(given, right, domain)
    .map(point => valueOf(given, point) / valueOf(right, point))
    .filter(Number.isFinite)
  const [first] = ratios
  return first !== undefined && first !== 0 && ratios.length >= ENOUGH && ratios.every(by => isNear(by, first))
    ? first
    : null
}

/** Whether two equations say the same once both are without anything below a line. */
function sameWithoutLines(given: Tree, right: Tree): boolean {
  const [one, other] = [asQuotient(given), asQuotient(right)]
  return one !== null && other !== null && orTooLarge(() => ratio(one.above, other.above)) !== null
}

function relationStanding(given: Relation, right: Relation, domain: Domain): Standing {
  const [one, other] = [difference(given), difference(right)]
  const by = steadyRatio(one, other, domain)
  const isEquation = right.sign === '=' || right.sign === '≠'
  if (isEquation && given.sign === right.sign) return by !== null || sameWithoutLines(one, other) ? 'same' : 'other'
  if (by === null) return 'other'
  const sign = by > 0 ? given.sign : TURNED[given.sign]
  if (sign === right.sign) return 'same'
  return sign === TURNED[right.sign] ? 'other-sign' : 'other'
}

/**
 * How a formula stands to what is right. Quotients of polynomials are compared exactly, with fractions of whole
 * numbers; everything else at points of the domain that are the same each time, where what is right has a value.
 * Relations are the same where one follows from the other by adding the same on both sides or multiplying both by a
 * number; equations also where nothing but what stands below a line has been multiplied away.
 */
export function standing(given: Formula, right: Formula, domain: Domain = {}): Standing {
  if (given.is === 'relation' && right.is === 'relation') return relationStanding(given, right, domain)
  if (given.is === 'relation' || right.is === 'relation') return 'other'
  return treeStanding(given, right, domain)
}
