import { sure } from '../../../ground/sure'
import type { WrittenReference } from './references'
import { FormulaFault, tokensOf } from './tokens'
import type { Token } from './tokens'
import { errorOf } from './values'
import type { Scalar, SheetError } from './values'

/** Where a part of a formula stands in its text, without the equals sign. */
interface Placed {
  from: number
  to: number
}

export type InfixOperator = '+' | '-' | '*' | '/' | '^' | '&' | '=' | '<>' | '<' | '>' | '<=' | '>=' | ':' | '~' | ' '

/** A formula as a tree. */
export type Node = Placed &
  (
    | { kind: 'constant'; value: number | string | boolean | SheetError }
    | { kind: 'reference'; reference: WrittenReference }
    | { kind: 'name'; name: string; sheet: string | null }
    | { kind: 'call'; name: string; args: readonly (Node | null)[] }
    | { kind: 'prefix'; operator: '-' | '+'; of: Node }
    | { kind: 'percent'; of: Node }
    | { kind: 'infix'; operator: InfixOperator; left: Node; right: Node }
    | { kind: 'group'; of: Node }
    | { kind: 'array'; rows: number; columns: number; values: readonly Scalar[] }
  )

export const MOST_CHARACTERS = 8192
const MOST_NESTED = 128

/** How tightly infix operators bind, by OpenFormula 5.5; from the loosest. */
const BINDING: Readonly<Record<string, number>> = {
  '=': 1,
  '<>': 1,
  '<': 1,
  '>': 1,
  '<=': 1,
  '>=': 1,
  '&': 2,
  '+': 3,
  '-': 3,
  '*': 4,
  '/': 4,
  '^': 5,
  '~': 8,
  ' ': 9,
  ':': 10,
}
/** A sign before a value binds tighter than a power: -2^2 is 4. Per cent binds between the two. */
const SIGN = 7

/** Reads a formula, without its equals sign. Throws a FormulaFault that says where it can't be read. */
export function parse(formula: string): Node {
  if (formula.length > MOST_CHARACTERS)
    throw new FormulaFault(`A formula may have ${MOST_CHARACTERS} characters; this one has ${formula.length}.`, 0)
  return new Parser(tokensOf(formula)).whole()
}

class Parser {
  #place = 0
  #depth = 0
  /** In brackets of a function a comma separates arguments; in others it joins areas. */
  #brackets: 'call' | 'group' | null = null

  constructor(private readonly tokens: readonly Token[]) {}

  whole(): Node {
    this.#skip()
    if (this.tokens.length === 1) throw new FormulaFault('After the equals sign a formula must follow.', 0)
    const node = this.#expression(0)
    if (this.#next.kind !== 'end') throw this.#unexpected()
    return node
  }

  get #next(): Token {
    return sure(this.tokens[this.#place])
  }

  #is(...texts: string[]): boolean {
    return this.#next.kind === 'operator' && texts.includes(this.#next.text)
  }

  #take(): Token {
    const token = this.#next
    this.#place += 1
    this.#skip()
    return token
  }

  /** Passes over spaces, but for one that stands between two references: it means the cells that they share. */
  #skip(): void {
    while (this.#next.kind === 'space') {
      const [before, after] = [this.tokens[this.#place - 1], sure(this.tokens[this.#place + 1])]
      const ends = before?.kind === 'reference' || before?.kind === 'name' || before?.text === ')'
      const begins = after.kind === 'reference' || after.kind === 'name'
      if (ends && begins) return
      this.#place += 1
    }
  }

  #expect(text: string, what: string): Token {
    if (!this.#is(text)) throw this.#next.kind === 'end' ? new FormulaFault(what, this.#next.from) : this.#unexpected()
    return this.#take()
  }

  #unexpected(): FormulaFault {
    const { kind, text, from } = this.#next
    if (kind === 'end') return new FormulaFault('The formula ends too early.', from)
    if (text === ')') return new FormulaFault('This bracket closes none that is open.', from)
    return new FormulaFault(`“${text.trim() || 'a space'}” can’t stand here.`, from)
  }

  #operator(): InfixOperator | null {
    const { kind, text } = this.#next
    if (kind === 'space') return ' '
    if (kind !== 'operator') return null
    if (text === ',' && this.#brackets === 'group') return '~'
    return text in BINDING ? (text as InfixOperator) : null
  }

  #expression(least: number): Node {
    this.#depth += 1
    if (this.#depth > MOST_NESTED)
      throw new FormulaFault(`A formula may be nested ${MOST_NESTED} deep, and this one is deeper.`, this.#next.from)
    let left = this.#prefixed()
    for (let operator = this.#operator(); operator && sure(BINDING[operator]) > least; operator = this.#operator()) {
      this.#take()
      const right = this.#expression(sure(BINDING[operator]))
      left = { kind: 'infix', operator, left, right, from: left.from, to: right.to }
    }
    this.#depth -= 1
    return left
  }

  #prefixed(): Node {
    if (this.#is('-', '+')) {
      const { text, from } = this.#take()
      this.#depth += 1
      if (this.#depth > MOST_NESTED) throw new FormulaFault('Too many signs follow each other here.', from)
      const of = this.#tight()
      this.#depth -= 1
      return this.#percent({ kind: 'prefix', operator: text === '-' ? '-' : '+', of, from, to: of.to })
    }
    return this.#percent(this.#references())
  }

  /** What a sign binds to: another sign, or a value with the references that belong to it. */
  #tight(): Node {
    return this.#is('-', '+') ? this.#prefixed() : this.#references()
  }

  /** A value with what binds tighter than a sign: ranges, shared cells, joined areas. */
  #references(least = SIGN): Node {
    let left = this.#primary()
    for (let operator = this.#operator(); operator && sure(BINDING[operator]) > least; operator = this.#operator()) {
      this.#take()
      const right = this.#references(sure(BINDING[operator]))
      left = { kind: 'infix', operator, left, right, from: left.from, to: right.to }
    }
    return left
  }

  #percent(node: Node): Node {
    let of = node
    while (this.#is('%')) of = { kind: 'percent', of, from: of.from, to: this.#take().to }
    return of
  }

  #primary(): Node {
    const { kind, text, from, to, sheet, reference } = this.#next
    switch (kind) {
      case 'number':
        this.#take()
        return { kind: 'constant', value: Number(text), from, to }
      case 'text':
        this.#take()
        return { kind: 'constant', value: text.slice(1, -1).replaceAll('""', '"'), from, to }
      case 'error':
        this.#take()
        return { kind: 'constant', value: errorOf(text), from, to }
      case 'reference':
        this.#take()
        return { kind: 'reference', reference: { sheet: sheet ?? null, ...sure(reference) }, from, to }
      case 'name':
        return this.#named()
      default:
        if (this.#is('(')) return this.#group()
        if (this.#is('{')) return this.#array()
        throw this.#unexpected()
    }
  }

  #named(): Node {
    const { text, from, to, sheet } = this.#take()
    if (this.#is('(') && this.#next.from === to) return this.#call(text.toUpperCase(), from)
    const word = text.toUpperCase()
    if (sheet === undefined && (word === 'TRUE' || word === 'FALSE'))
      return { kind: 'constant', value: word === 'TRUE', from, to }
    return { kind: 'name', name: text, sheet: sheet ?? null, from, to }
  }

  #call(name: string, from: number): Node {
    const outer = this.#brackets
    this.#brackets = 'call'
    this.#take()
    const args: (Node | null)[] = []
    while (!this.#is(')')) {
      args.push(this.#is(',', ';') ? null : this.#expression(0))
      if (this.#is(',', ';')) {
        this.#take()
        if (this.#is(')')) args.push(null)
      } else if (!this.#is(')')) break
    }
    const { to } = this.#expect(')', `The bracket after ${name} isn’t closed.`)
    this.#brackets = outer
    return { kind: 'call', name, args, from, to }
  }

  #group(): Node {
    const outer = this.#brackets
    this.#brackets = 'group'
    const { from } = this.#take()
    const of = this.#expression(0)
    const { to } = this.#expect(')', 'A bracket isn’t closed.')
    this.#brackets = outer
    return { kind: 'group', of, from, to }
  }

  #array(): Node {
    const { from } = this.#take()
    const rows: Scalar[][] = [[]]
    for (;;) {
      sure(rows.at(-1)).push(this.#constant())
      if (this.#is(',')) this.#take()
      else if (this.#is(';')) {
        this.#take()
        rows.push([])
      } else break
    }
    const { to } = this.#expect('}', 'The curly bracket isn’t closed.')
    const columns = sure(rows[0]).length
    if (rows.some(row => row.length !== columns))
      throw new FormulaFault('The rows between curly brackets must be equally long.', from)
    return { kind: 'array', rows: rows.length, columns, values: rows.flat(), from, to }
  }

  #constant(): Scalar {
    const sign = this.#is('-') ? -1 : 1
    if (this.#is('-', '+')) this.#take()
    const node = this.#primary()
    if (node.kind !== 'constant') throw new FormulaFault('Between curly brackets only values can stand.', node.from)
    if (typeof node.value === 'number') return sign * node.value
    return node.value
  }
}

/** Every part of a formula, from the whole to the smallest. */
export function partsOf(node: Node): readonly Node[] {
  const parts: Node[] = []
  addParts(node, parts)
  return parts
}

function addParts(node: Node, parts: Node[]): void {
  parts.push(node)
  switch (node.kind) {
    case 'call':
      for (const arg of node.args) if (arg) addParts(arg, parts)
      break
    case 'infix':
      addParts(node.left, parts)
      addParts(node.right, parts)
      break
    case 'prefix':
    case 'percent':
    case 'group':
      addParts(node.of, parts)
      break
    default:
  }
}
