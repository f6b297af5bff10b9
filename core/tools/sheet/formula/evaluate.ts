import { sure } from '../../../ground/sure'
import { compared } from './comparing'
import { toNumber, toText } from './converting'
import { functionNamed } from './functions'
import { spread, spreadSize } from './functions/definition'
import type { InfixOperator, Node } from './parser'
import { boundsOf } from './references'
import { valueThere } from './surroundings'
import type { Surroundings } from './surroundings'
import {
  DIVISION,
  finite,
  isError,
  isMatrix,
  isReference,
  matrixFrom,
  matrixOf,
  NO_NAME,
  NO_NUMBER,
  NO_REFERENCE,
  NOTHING_SHARED,
  textWithin,
  WRONG_TYPE,
} from './values'
import type { Area, Matrix, Reference, Scalar, Value } from './values'
import { A_STEP_OF_TEXT, spend, withinAFormula } from './spending'

/** How deeply names may stand for names. */
const MOST_NAMES = 32
let namesOpen = 0

/** Works a formula out. Never throws but for what `around.read` throws. */
export function evaluate(node: Node, around: Surroundings): Value {
  switch (node.kind) {
    case 'constant':
      return node.value
    case 'reference': {
      const { reference } = node
      const sheet = reference.sheet === null ? around.sheet : around.sheetNamed(reference.sheet)
      return sheet < 0 ? NO_REFERENCE : { kind: 'reference', areas: [{ sheet, ...boundsOf(reference) }] }
    }
    case 'name':
      return namedValue(node.name, node.sheet, around)
    case 'group':
      return evaluate(node.of, around)
    case 'array':
      return matrixOf(node.rows, node.columns, node.values)
    case 'prefix':
      return mapped([evaluate(node.of, around)], around, ([value = null]) => {
        if (node.operator === '+') return value
        const number = toNumber(value)
        return isError(number) ? number : -number
      })
    case 'percent':
      return mapped([evaluate(node.of, around)], around, ([value = null]) => {
        const number = toNumber(value)
        return isError(number) ? number : number / 100
      })
    case 'infix':
      return infix(node.operator, evaluate(node.left, around), evaluate(node.right, around), around)
    case 'call': {
      const found = functionNamed(node.name)
      if (!found) return NO_NAME
      if (node.args.length < found.least || node.args.length > found.most) return WRONG_TYPE
      return found.call(
        node.args.map(arg => arg && (() => evaluate(arg, around))),
        around,
      )
    }
  }
}

function namedValue(name: string, sheet: string | null, around: Surroundings): Value {
  const from = sheet === null ? around.sheet : around.sheetNamed(sheet)
  const meant = from < 0 ? null : around.named(name, from)
  if (!meant || namesOpen > MOST_NAMES) return NO_NAME
  namesOpen += 1
  try {
    return evaluate(meant, around)
  } finally {
    namesOpen -= 1
  }
}

/** Works out single values, or each of arrays together. */
function mapped(
  values: readonly Value[],
  around: Surroundings,
  work: (values: readonly Scalar[]) => Scalar,
): Scalar | Matrix {
  const there = values.map(value => valueThere(value, around))
  const size = spreadSize(there)
  if (!size) return work(there as Scalar[])
  return matrixFrom(size.rows, size.columns, (row, column) => work(there.map(value => spread(value, row, column))))
}

function infix(operator: InfixOperator, left: Value, right: Value, around: Surroundings): Value {
  switch (operator) {
    case ':':
    case '~':
    case ' ':
      return combined(operator, left, right)
    default:
      if (typeof left === 'number' && typeof right === 'number') return single(operator, left, right)
      return mapped([left, right], around, ([one = null, other = null]) => single(operator, one, other))
  }
}

function single(operator: InfixOperator, left: Scalar, right: Scalar): Scalar {
  switch (operator) {
    case '+':
    case '-':
    case '*':
    case '/':
    case '^': {
      const one = toNumber(left)
      if (isError(one)) return one
      const other = toNumber(right)
      return isError(other) ? other : arithmetic(operator, one, other)
    }
    case '&': {
      const one = toText(left)
      if (isError(one)) return one
      const other = toText(right)
      if (isError(other)) return other
      spend((one.length + other.length) / A_STEP_OF_TEXT)
      return textWithin(one + other)
    }
    default: {
      if (isError(left)) return left
      if (isError(right)) return right
      const order = compared(left, right)
      if (operator === '=') return order === 0
      if (operator === '<>') return order !== 0
      if (operator === '<') return order < 0
      if (operator === '>') return order > 0
      return operator === '<=' ? order <= 0 : order >= 0
    }
  }
}

function arithmetic(operator: '+' | '-' | '*' | '/' | '^', one: number, other: number): Scalar {
  switch (operator) {
    case '+':
      return finite(one + other)
    case '-':
      return finite(one - other)
    case '*':
      return finite(one * other)
    case '/':
      return other === 0 ? DIVISION : finite(one / other)
    case '^':
      if (one === 0 && other < 0) return DIVISION
      return finite(one ** other)
  }
}

function combined(operator: ':' | '~' | ' ', left: Value, right: Value): Value {
  if (isError(left)) return left
  if (isError(right)) return right
  if (!isReference(left) || !isReference(right)) return WRONG_TYPE
  if (operator === '~') return { kind: 'reference', areas: [...left.areas, ...right.areas] }
  return operator === ':' ? spanned(left, right) : shared(left, right)
}

/** The smallest area that holds both. */
function spanned(left: Reference, right: Reference): Value {
  const areas = [...left.areas, ...right.areas]
  const first = sure(areas[0])
  if (areas.some(({ sheet }) => sheet !== first.sheet)) return NO_REFERENCE
  const area = areas.reduce((all, one) => ({
    sheet: all.sheet,
    top: Math.min(all.top, one.top),
    left: Math.min(all.left, one.left),
    bottom: Math.max(all.bottom, one.bottom),
    right: Math.max(all.right, one.right),
  }))
  return { kind: 'reference', areas: [area] }
}

/** The cells that stand in both. */
function shared(left: Reference, right: Reference): Value {
  const areas: Area[] = []
  for (const one of left.areas)
    for (const other of right.areas) {
      const top = Math.max(one.top, other.top)
      const bottom = Math.min(one.bottom, other.bottom)
      const from = Math.max(one.left, other.left)
      const to = Math.min(one.right, other.right)
      if (one.sheet === other.sheet && top <= bottom && from <= to)
        areas.push({ sheet: one.sheet, top, left: from, bottom, right: to })
    }
  return areas.length > 0 ? { kind: 'reference', areas } : NOTHING_SHARED
}

/** What a formula comes to, within what a formula may cost. */
export const workedOut = (node: Node, around: Surroundings): Value =>
  withinAFormula<Value>(() => evaluate(node, around), NO_NUMBER)

/** What a formula puts into its cell: a value, never a reference and never nothing; an array where it gives one. */
export function resultOf(node: Node, around: Surroundings): Exclude<Scalar, null> | Matrix {
  const value = withinAFormula<Scalar | Matrix>(() => valueThere(evaluate(node, around), around), NO_NUMBER)
  if (!isMatrix(value)) return value ?? 0
  return value.rows === 1 && value.columns === 1 ? (value.at(0, 0) ?? 0) : value
}
