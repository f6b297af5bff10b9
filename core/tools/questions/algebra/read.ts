import { power, rational, readNumber } from '../../../ground/numbers'
import { sure } from '../../../ground/sure'
import { FUNCTIONS, RELATIONS } from './tree'
import type { Formula, FunctionName, RelationSign, Tree } from './tree'

/** What can stand in a formula beside numbers. */
export interface Vocabulary {
  /** Letters and words that stand for a value; any single letter where none are given. */
  names?: readonly string[]
  /** Units, as names. */
  units?: readonly string[]
}

/** A formula as it was read, and the signs of program text in it; or why it can’t be read, and at which character. */
export type FormulaRead =
  { ok: true; formula: Formula; programSigns: string[] } | { ok: false; why: string; at: number }

const DEEPEST = 60
const SUPERSCRIPTS = '⁰¹²³⁴⁵⁶⁷⁸⁹'
/** Names that always stand for the same: Euler’s number only where no letter is called so. */
const CONSTANTS = ['π', 'e']

/** Signs as program text has them, and what stands for them in mathematics. */
const PROGRAM_SIGNS: Readonly<Record<string, string>> = {
  '**': '^',
  '<=': '≤',
  '>=': '≥',
  '!=': '≠',
  '<>': '≠',
  '==': '=',
  '*': '·',
  'pi': 'π',
  'sqrt': '√',
  'cbrt': '∛',
}
const SIGN = /\*\*|<=|>=|!=|<>|==|[-+*/^()[\]|=<>≠≤≥√∛%·×÷:−–⋅∙]/uy
const NUMBER = /\d+(?:[.,]\d+)?|\.\d+/uy
const WORD = /\p{L}[\p{L}]*(?:_[\p{L}\d]+|[₀-₉]+)?/uy
const RAISED = /[⁻]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+/uy
const SAME: Readonly<Record<string, string>> = {
  '−': '-',
  '–': '-',
  '×': '·',
  '⋅': '·',
  '∙': '·',
  ':': '/',
  '÷': '/',
  '[': '(',
  ']': ')',
}

type Kind = 'number' | 'name' | 'function' | 'raised' | 'sign' | 'end'
interface Token {
  kind: Kind
  text: string
  at: number
  /** Whether it touches what stands before it. */
  close: boolean
}

/** What a formula can’t be read for. Never leaves this file. */
class Unreadable extends Error {
  constructor(
    message: string,
    readonly at: number,
  ) {
    super(message)
  }
}

function matchAt(pattern: RegExp, text: string, at: number): string | null {
  pattern.lastIndex = at
  return pattern.exec(text)?.[0] ?? null
}

function tokensOf(text: string, { names, units = [] }: Vocabulary): { tokens: Token[]; programSigns: string[] } {
  const tokens: Token[] = []
  const programSigns = new Set<string>()
  const known = (word: string): boolean => names?.includes(word) === true || units.includes(word)
  const isValue = (word: string): boolean =>
    known(word) || CONSTANTS.includes(word) || (!names && [...word.replace(/_.*|[₀-₉]+/u, '')].length === 1)
  let at = 0
  let close = false
  const push = (kind: Kind, shown: string, length: number): void => {
    tokens.push({ kind, text: shown, at, close })
    at += length
    close = true
  }
  const pushWord = (word: string): void => {
    const asFunction = FUNCTIONS.find(name => name === word)
    if (asFunction && !known(word)) {
      if (word in PROGRAM_SIGNS) programSigns.add(word)
      return push('function', word, word.length)
    }
    if (word === 'pi' && !known(word)) {
      programSigns.add(word)
      return push('name', 'π', 2)
    }
    if (isValue(word)) return push('name', word, word.length)
    const letters = [...word]
    const stranger = letters.find(letter => !isValue(letter))
    if (stranger !== undefined) {
      const whole = letters.length > 1 && stranger === letters[0] ? word : stranger
      throw new Unreadable(`“${whole}” isn’t one of the letters here`, at)
    }
    for (const letter of letters) push('name', letter, letter.length)
  }
  while (at < text.length) {
    if (/\s/u.test(sure(text[at]))) {
      at += 1
      close = false
      continue
    }
    const number = matchAt(NUMBER, text, at)
    const raised = matchAt(RAISED, text, at)
    const word = matchAt(WORD, text, at)
    const sign = matchAt(SIGN, text, at)
    if (number) push('number', number, number.length)
    else if (raised) push('raised', raised, raised.length)
    else if (word) pushWord(word)
    else if (sign) {
      const proper = PROGRAM_SIGNS[sign]
      if (proper) programSigns.add(sign)
      push('sign', SAME[sign] ?? proper ?? sign, sign.length)
    } else throw new Unreadable(`“${String.fromCodePoint(sure(text.codePointAt(at)))}” can’t belong to a formula`, at)
  }
  push('end', '', 0)
  return { tokens, programSigns: [...programSigns] }
}

/**
 * A reader of tokens by descent. Products stand in a row from left to right, with or without a sign between them: 1/2x
 * is a half of x. Powers bind closer than a minus before them, and are read from the right.
 */
class Reader {
  private place = 0
  private depth = 0
  constructor(private readonly tokens: readonly Token[]) {}

  private get next(): Token {
    return sure(this.tokens[this.place])
  }
  private isSign(...signs: readonly string[]): boolean {
    return this.next.kind === 'sign' && signs.includes(this.next.text)
  }
  private take(): Token {
    const token = this.next
    if (token.kind !== 'end') this.place += 1
    return token
  }
  private deeper<Result>(read: () => Result): Result {
    this.depth += 1
    if (this.depth > DEEPEST) throw new Unreadable(`more than ${DEEPEST} levels stand inside each other`, this.next.at)
    const result = read()
    this.depth -= 1
    return result
  }

  formula(): Formula {
    const left = this.sum()
    const sign = RELATIONS.find(one => this.isSign(one))
    const formula: Formula = sign ? this.relation(sign, left) : left
    if (this.next.kind === 'end') return formula
    if (this.isSign(')')) throw new Unreadable('a bracket is closed that wasn’t opened', this.next.at)
    throw new Unreadable(`“${this.next.text}” can’t stand here`, this.next.at)
  }
  private relation(sign: RelationSign, left: Tree): Formula {
    this.take()
    const right = this.sum()
    const again = RELATIONS.some(one => this.isSign(one))
    if (again) throw new Unreadable('one relation is expected, and here is another', this.next.at)
    return { is: 'relation', sign, left, right }
  }
  private sum(): Tree {
    let tree = this.product()
    while (this.isSign('+', '-')) {
      const is = this.take().text === '+' ? 'plus' : 'minus'
      tree = { is, left: tree, right: this.product() }
    }
    return tree
  }
  /** Whether what stands next is multiplied with what stands before, without a sign between them. */
  private stands(): boolean {
    const { kind } = this.next
    return kind === 'name' || kind === 'function' || kind === 'number' || this.isSign('(', '√', '∛')
  }
  private product(): Tree {
    let tree = this.signed()
    for (;;) {
      if (this.isSign('·', '/')) {
        const is = this.take().text === '/' ? 'over' : 'times'
        tree = { is, left: tree, right: this.signed() }
      } else if (this.stands()) {
        if (this.next.kind === 'number')
          throw new Unreadable(
            `a sign is expected between “${sure(this.tokens[this.place - 1]).text}” and a number`,
            this.next.at,
          )
        tree = { is: 'times', left: tree, right: this.raisedTo() }
      } else return tree
    }
  }
  private signed(): Tree {
    if (this.isSign('-')) {
      this.take()
      return { is: 'negative', of: this.deeper(() => this.signed()) }
    }
    if (this.isSign('+')) {
      this.take()
      return this.deeper(() => this.signed())
    }
    return this.raisedTo()
  }
  private raisedTo(): Tree {
    let tree = this.single()
    while (this.next.kind === 'raised' || this.isSign('%')) {
      const { kind, text } = this.take()
      if (kind === 'raised') tree = { is: 'power', left: tree, right: superscript(text) }
      else tree = { is: 'over', left: tree, right: { is: 'number', value: power(2), text: '100' } }
    }
    if (!this.isSign('^')) return tree
    this.take()
    return { is: 'power', left: tree, right: this.deeper(() => this.signed()) }
  }
  private single(): Tree {
    const { kind, text, at } = this.take()
    if (kind === 'number') return numberFrom(text, at)
    if (kind === 'name') return { is: 'name', name: text }
    if (kind === 'function') return this.call(text as FunctionName)
    if (kind === 'sign' && text === '√') return { is: 'call', name: 'sqrt', of: this.argument() }
    if (kind === 'sign' && text === '∛') return { is: 'call', name: 'cbrt', of: this.argument() }
    if (kind === 'sign' && text === '(') return this.inside(')', of => ({ is: 'brackets', of }))
    if (kind === 'sign' && text === '|') return this.inside('|', of => ({ is: 'call', name: 'abs', of }))
    if (kind === 'end') throw new Unreadable('something is expected at the end', at)
    throw new Unreadable(`something is expected before “${text}”`, at)
  }
  private inside(closing: string, make: (of: Tree) => Tree): Tree {
    const of = this.deeper(() => this.sum())
    if (!this.isSign(closing)) throw new Unreadable(`“${closing}” is expected`, this.next.at)
    this.take()
    return make(of)
  }
  /** What stands in brackets behind a root or a function belongs to it alone: sin(x)² is the square of a sine. */
  private argument(): Tree {
    return this.deeper(() => (this.isSign('(') ? this.single() : this.raisedTo()))
  }
  private call(name: FunctionName): Tree {
    return { is: 'call', name, of: this.argument() }
  }
}

function numberFrom(text: string, at: number): Tree {
  const read = readNumber(text.replace(',', '.'), { decimal: '.', fractions: false })
  if (!read.ok) throw new Unreadable(read.why, at)
  return { is: 'number', value: read.value, text: text.replace(',', '.') }
}
function superscript(text: string): Tree {
  const digits = [...text.replace('⁻', '')].map(one => SUPERSCRIPTS.indexOf(one)).join('')
  const size: Tree = { is: 'number', value: rational(BigInt(digits)), text: digits }
  return text.startsWith('⁻') ? { is: 'negative', of: size } : size
}

/**
 * Reads a formula as it is typed in one line: numbers with a point or a comma, letters, + − · × / ÷ ^ ², brackets,
 * roots, functions, bars for the size of something, per cent, and one relation. What stands side by side is multiplied.
 * Never throws.
 */
export function readFormula(text: string, vocabulary: Vocabulary): FormulaRead {
  if (text.trim() === '') return { ok: false, why: 'a formula is expected', at: 0 }
  try {
    const { tokens, programSigns } = tokensOf(text, vocabulary)
    return { ok: true, formula: new Reader(tokens).formula(), programSigns }
  } catch (thrown) {
    if (thrown instanceof Unreadable) return { ok: false, why: thrown.message, at: thrown.at }
    throw thrown
  }
}

/** With each unit in place of its name: so much of the unit of its kind by which all others are told. */
export function inBaseUnits<Some extends Formula>(
  formula: Some,
  units: Readonly<Record<string, { of: string; factor: string }>>,
): Some {
  const within = (tree: Tree): Tree => {
    switch (tree.is) {
      case 'number':
        return tree
      case 'name': {
        const unit = units[tree.name]
        if (!unit) return tree
        const factor = readNumber(unit.factor, { decimal: '.', fractions: true })
        const value = factor.ok ? factor.value : rational(1n)
        return { is: 'times', left: { is: 'number', value, text: unit.factor }, right: { is: 'name', name: unit.of } }
      }
      case 'negative':
      case 'brackets':
      case 'call':
        return { ...tree, of: within(tree.of) }
      default:
        return { ...tree, left: within(tree.left), right: within(tree.right) }
    }
  }
  if (formula.is === 'relation') return { ...formula, left: within(formula.left), right: within(formula.right) }
  return within(formula as Tree) as Some
}
