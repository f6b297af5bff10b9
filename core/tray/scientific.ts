import {
  absDependencies,
  acosDependencies,
  addDependencies,
  asinDependencies,
  atanDependencies,
  bignumberDependencies,
  cosDependencies,
  create,
  divideDependencies,
  eDependencies,
  evaluateDependencies,
  expDependencies,
  factorialDependencies,
  formatDependencies,
  fractionDependencies,
  logDependencies,
  log10Dependencies,
  multiplyDependencies,
  parseDependencies,
  piDependencies,
  powDependencies,
  sinDependencies,
  sqrtDependencies,
  subtractDependencies,
  tanDependencies,
  unaryMinusDependencies,
  unaryPlusDependencies,
} from 'mathjs'
import type { MathNode } from 'mathjs'
import { plainLine } from './line'

const needed = Object.assign(
  {},
  absDependencies,
  acosDependencies,
  addDependencies,
  asinDependencies,
  atanDependencies,
  bignumberDependencies,
  cosDependencies,
  divideDependencies,
  eDependencies,
  evaluateDependencies,
  expDependencies,
  factorialDependencies,
  formatDependencies,
  fractionDependencies,
  logDependencies,
  log10Dependencies,
  multiplyDependencies,
  parseDependencies,
  piDependencies,
  powDependencies,
  sinDependencies,
  sqrtDependencies,
  subtractDependencies,
  tanDependencies,
  unaryMinusDependencies,
  unaryPlusDependencies,
)
const numbers = create(needed, { number: 'BigNumber', precision: 30 })
const fractions = create(needed, { number: 'Fraction' })

/** Whole turns have many digits before the point: so many behind it are surely right. */
const PLACES = 20
const isNought = (value: unknown): boolean => numbers.isBigNumber(value) && value.isZero()
/** Without what π, cut off, leaves at the far end: sin(180) is 0. */
function ofAngle(formula: string, angle: unknown): unknown {
  const found: unknown = numbers.evaluate(formula, { a: angle })
  return numbers.isBigNumber(found) ? found.toDecimalPlaces(PLACES) : found
}

/** Angles are in degrees. */
const inDegrees = {
  sin: (angle: unknown) => ofAngle('sin(a * pi / 180)', angle),
  cos: (angle: unknown) => ofAngle('cos(a * pi / 180)', angle),
  tan: (angle: unknown) => {
    if (isNought(ofAngle('cos(a * pi / 180)', angle))) throw new RangeError('There is no tangent of a right angle.')
    return ofAngle('tan(a * pi / 180)', angle)
  },
  asin: (ratio: unknown) => numbers.evaluate('asin(a) * 180 / pi', { a: ratio }) as unknown,
  acos: (ratio: unknown) => numbers.evaluate('acos(a) * 180 / pi', { a: ratio }) as unknown,
  atan: (ratio: unknown) => numbers.evaluate('atan(a) * 180 / pi', { a: ratio }) as unknown,
  ln: (value: unknown) => numbers.evaluate('log(a)', { a: value }) as unknown,
  log: (value: unknown) => numbers.evaluate('log10(a)', { a: value }) as unknown,
}
/** Those whose name may stand before a number without brackets; a root has its sign. */
const NAMED = [...Object.keys(inDegrees), 'exp', 'abs']
const FUNCTIONS = [...NAMED, 'sqrt']
const BEFORE_A_NUMBER = new RegExp(String.raw`\b(${NAMED.join('|')})\s+(-?\d+(?:\.\d+)?|π|e)(?![\d.]|\s*[\^!(])`, 'g')
const NAMES = ['pi', 'e', 'M', ...FUNCTIONS]
const OPERATORS = ['+', '-', '*', '/', '^', '!']

/** Beyond this a power or a factorial takes too long to work out, and is of no use to anybody. */
const LARGEST_EXPONENT = 1000

/** As the parser reads it: `sin 30` as `sin(30)`, where nothing behind it could belong to the angle. */
const plainly = (line: string): string | null =>
  plainLine(line)
    ?.replace(BEFORE_A_NUMBER, '$1($2)')
    .replaceAll('π', 'pi')
    .replace(/√\s*(\d+(?:\.\d+)?)/g, 'sqrt($1)')
    .replaceAll('√', 'sqrt') ?? null

/** Whether a line is made of what this calculator knows, and of nothing that takes for ever. */
function isKnown(root: MathNode): boolean {
  let known = true
  root.traverse(node => {
    // What the parser gives has these parts by its type: see the library’s “expression trees”.
    const { type, name, op, args, value } = node as unknown as {
      type: string
      name?: string
      op?: string
      args?: MathNode[]
      value?: unknown
    }
    if (type === 'SymbolNode') known &&= NAMES.includes(name ?? '')
    else if (type === 'FunctionNode') known &&= FUNCTIONS.includes(name ?? '') && args?.length === 1
    else if (type === 'ConstantNode') known &&= typeof value === 'object' || typeof value === 'number'
    else if (type === 'OperatorNode') {
      known &&= OPERATORS.includes(op ?? '')
      if (op === '^' || op === '!') known &&= isSmall(args?.at(-1))
    } else known &&= type === 'ParenthesisNode'
  })
  return known
}

/** Whether an exponent is a plain number that isn’t too large: nothing that is itself worked out. */
function isSmall(node: MathNode | undefined): boolean {
  if (node === undefined) return false
  const text = node.toString().replace(/[()\s]/g, '')
  return /^-?\d+(\.\d+)?(\/\d+)?$/.test(text) && Math.abs(Number.parseFloat(text)) <= LARGEST_EXPONENT
}

export interface Result {
  /** The value, to ten significant figures. */
  value: string
  /** The same as a fraction in lowest terms, where it is one with a small denominator; mixed from one on. */
  fraction: string | null
}

/**
 * What a scientific calculator makes of a line such as `√2 × sin(30) ^ 2`, or null where it makes nothing of it.
 * `memory` is what M stands for.
 */
export function workOut(line: string, memory = '0'): Result | null {
  const plain = plainly(line)
  if (plain === null || plain.length > 200 || plain.trim() === '') return null
  try {
    const root = numbers.parse(plain)
    if (!isKnown(root)) return null
    const found: unknown = root.compile().evaluate({ ...inDegrees, M: numbers.bignumber(memory) })
    const value = numbers.format(found, { precision: 10, lowerExp: -9, upperExp: 12 })
    if (!/^-?\d+(\.\d+)?(e[+-]\d+)?$/.test(value)) return null
    return { value: withoutNegativeNought(value), fraction: fractionOf(plain, memory) }
  } catch {
    return null
  }
}

const withoutNegativeNought = (value: string): string => (value === '-0' ? '0' : value)

/** Only sums of fractions are ones: nothing with a root or an angle in it. */
function fractionOf(plain: string, memory: string): string | null {
  if (!/^[\d\s.+\-*/()M%]+$/.test(plain)) return null
  try {
    const found = fractions.evaluate(plain, { M: fractions.fraction(memory) }) as { s: bigint; n: bigint; d: bigint }
    const { s, n, d } = found
    if (d === 1n || d > 10_000n) return null
    const [whole, rest] = [n / d, n % d]
    return `${s < 0n ? '−' : ''}${whole > 0n ? `${whole} ` : ''}${rest}/${d}`
  } catch {
    return null
  }
}
