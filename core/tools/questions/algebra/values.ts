import { numbersFrom } from '../../../ground/random'
import type { Rational } from '../../../ground/numbers'
import { sure } from '../../../ground/sure'
import type { FunctionName, Tree } from './tree'

/** What each letter stands for. */
export type Point = Readonly<Record<string, number>>

const CALLS: Readonly<Record<FunctionName, (value: number) => number>> = {
  sqrt: Math.sqrt,
  cbrt: Math.cbrt,
  abs: Math.abs,
  ln: value => (value > 0 ? Math.log(value) : Number.NaN),
  log: value => (value > 0 ? Math.log10(value) : Number.NaN),
  exp: Math.exp,
  sin: Math.sin,
  cos: Math.cos,
  tan: Math.tan,
}

/** A fraction as a number of the machine: its leading digits are kept however long it is. */
export function asNumber({ above, below }: Rational): number {
  const direct = Number(above) / Number(below)
  if (Number.isFinite(direct)) return direct
  return Number((above * 10n ** 20n) / below) / 1e20
}

/** What a formula comes to; NaN where it has no value there. */
export function valueOf(tree: Tree, point: Point): number {
  switch (tree.is) {
    case 'number':
      return asNumber(tree.value)
    case 'name':
      if (tree.name in point) return sure(point[tree.name])
      return tree.name === 'π' ? Math.PI : tree.name === 'e' ? Math.E : Number.NaN
    case 'brackets':
      return valueOf(tree.of, point)
    case 'negative':
      return -valueOf(tree.of, point)
    case 'call':
      return CALLS[tree.name](valueOf(tree.of, point))
    case 'plus':
      return valueOf(tree.left, point) + valueOf(tree.right, point)
    case 'minus':
      return valueOf(tree.left, point) - valueOf(tree.right, point)
    case 'times':
      return valueOf(tree.left, point) * valueOf(tree.right, point)
    case 'over': {
      const below = valueOf(tree.right, point)
      return below === 0 ? Number.NaN : valueOf(tree.left, point) / below
    }
    case 'power':
      return powerOf(valueOf(tree.left, point), valueOf(tree.right, point))
  }
}
function powerOf(base: number, exponent: number): number {
  // Nought to the power of nought has no value, whatever machines say.
  if (base === 0 && exponent <= 0) return Number.NaN
  if (base < 0 && !Number.isInteger(exponent)) {
    // A third, a fifth: the root of a number below nought there is.
    const odd = Math.round(1 / exponent)
    return Math.abs(odd % 2) === 1 && Math.abs(1 / odd - exponent) < 1e-12 ? -((-base) ** exponent) : Number.NaN
  }
  return base ** exponent
}

/** Between what a letter’s values lie. */
export interface Stretch {
  from: number
  to: number
}
const ANYWHERE: Stretch = { from: -6, to: 6 }

/** Values for some letters, so many times, the same each time. */
export function pointsFor(
  names: readonly string[],
  domain: Readonly<Record<string, Stretch>>,
  { seed, count }: { seed: number; count: number },
): Point[] {
  const random = numbersFrom(seed)
  return Array.from({ length: count }, () =>
    Object.fromEntries(
      names.map(name => {
        const { from, to } = domain[name] ?? ANYWHERE
        // Never at the ends.
        return [name, from + (to - from) * (0.002 + 0.996 * random())]
      }),
    ),
  )
}

/** Whether two values are the same as far as machines reckon. */
export const isNear = (one: number, other: number): boolean =>
  Math.abs(one - other) <= 1e-9 * Math.max(1e-6, Math.abs(one), Math.abs(other))
