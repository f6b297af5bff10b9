import { sure } from '../../../ground/sure'
import { readReference } from './references'
import type { WrittenReference } from './references'
import { ERROR_CODES } from './values'

/** A piece of a formula, with where it stands in its text: from `from` up to, not including, `to`. */
export interface Token {
  kind: 'number' | 'text' | 'reference' | 'name' | 'error' | 'operator' | 'space' | 'end'
  text: string
  from: number
  to: number
  /** The sheet that is written before a reference or a name. */
  sheet?: string
  /** Where the piece is a reference: what it names in its sheet. */
  reference?: Omit<WrittenReference, 'sheet'>
}

/** A formula that can't be read: why in words, and where in its text. */
export class FormulaFault extends Error {
  constructor(
    message: string,
    readonly at: number,
  ) {
    super(message)
  }
}

const NUMBER = /(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/y
const TEXT = /"(?:[^"]|"")*"/y
const SHEET = /(?:'((?:[^']|'')+)'|([A-Za-z_][\w.]*))!/y
const CORNER = String.raw`\$?[A-Za-z]{1,3}\$?\d{1,7}`
const COLUMN = String.raw`\$?[A-Za-z]{1,3}`
const ROW = String.raw`\$?\d{1,7}`
/** Two corners, columns or rows with a colon between them, and no more letters after them. */
const RANGE = new RegExp(
  [
    String.raw`${CORNER}:${CORNER}(?![\w(.])`,
    String.raw`${COLUMN}:${COLUMN}(?![\w(.$])`,
    String.raw`${ROW}:${ROW}(?![\w.])`,
  ].join('|'),
  'y',
)
const CELL = /\$?[A-Za-z]{1,3}\$?\d{1,7}(?![\w(.])/y
const WORD = /[\p{L}_\\][\p{L}\p{N}_.]*/uy
/** What follows the name of a table where a part of it is meant: [Fee], [@Fee], [[#All],[Fee]]. */
const PART = /\[(?:[^[\]']|'.|\[(?:[^[\]']|'.)*\])*\]/sy
const OPERATOR = /<=|>=|<>|[-+*/^&=<>%(),;:{}~]/y
const SPACE = /\s+/y
const ERROR = /#[A-Z0-9/]+[!?]?/y

const CLOSING_PART = 'The square bracket that begins here has no end, or its table isn’t named before it.'
const CLOSING_QUOTE = 'The text that begins here has no closing quotation mark.'

/** The pieces of a formula without its equals sign. Throws a FormulaFault. */
export const tokensOf = (formula: string): Token[] => new Reader(formula).all()

class Reader {
  readonly #tokens: Token[] = []
  #place = 0

  readonly #hasSheets: boolean

  constructor(private readonly formula: string) {
    this.#hasSheets = formula.includes('!')
  }

  all(): Token[] {
    while (this.#place < this.formula.length) {
      this.#one()
      this.#place = sure(this.#tokens.at(-1)).to
    }
    this.#take('end', '', this.#place)
    return this.#tokens
  }

  #read(pattern: RegExp): string | null {
    pattern.lastIndex = this.#place
    return pattern.exec(this.formula)?.[0] ?? null
  }

  #take(kind: Token['kind'], text: string, from: number, more?: Pick<Token, 'sheet' | 'reference'>): void {
    this.#tokens.push({ kind, text, from, to: from + text.length, ...more })
  }

  #one(): void {
    // The first character tells most pieces apart.
    const operator = this.#read(OPERATOR)
    if (operator !== null) {
      this.#take('operator', operator, this.#place)
      return
    }
    switch (this.formula[this.#place]) {
      case '"': {
        const text = this.#read(TEXT)
        if (text === null) throw new FormulaFault(CLOSING_QUOTE, this.#place)
        this.#take('text', text, this.#place)
        return
      }
      case '#': {
        const error = this.#read(ERROR)
        if (!ERROR_CODES.some(code => code === error)) throw this.#misplaced()
        this.#take('error', sure(error), this.#place)
        return
      }
      default: {
        const space = this.#read(SPACE)
        if (space === null) this.#word()
        else this.#take('space', space, this.#place)
      }
    }
  }

  /** What may have a sheet before it, or none: a reference, a name, a number. */
  #word(): void {
    const from = this.#place
    const before = this.#hasSheets ? this.#read(SHEET) : null
    this.#place += before?.length ?? 0
    const on = before === null ? {} : { sheet: sheetWritten(before) }
    const found = this.#read(RANGE) ?? this.#read(CELL)
    const reference = found === null ? null : readReference(found)
    if (found !== null && reference) this.#take('reference', found, this.#place, { ...on, reference })
    else if (found !== null && /^\$?\d|\$/.test(found))
      throw new FormulaFault(`${found} lies off the sheet.`, this.#place)
    else this.#plain(on)
    if (before !== null) sure(this.#tokens.at(-1)).from = from
  }

  #plain(on: Pick<Token, 'sheet'>): void {
    const number = on.sheet === undefined ? this.#read(NUMBER) : null
    if (number !== null) {
      this.#take('number', number, this.#place)
      return
    }
    const from = this.#place
    const word = this.#read(WORD)
    if (word === null) throw this.#misplaced()
    this.#place += word.length
    const opens = this.formula[this.#place] === '['
    const part = opens && on.sheet === undefined ? this.#read(PART) : null
    if (opens && part === null) throw new FormulaFault(CLOSING_PART, this.#place)
    this.#take('name', word + (part ?? ''), from, on)
  }

  #misplaced(): FormulaFault {
    return new FormulaFault(`“${this.formula[this.#place] ?? ''}” can’t stand here.`, this.#place)
  }
}

/** The name of a sheet by what stands before a reference: Rates!, or 'Berth list'!. */
const sheetWritten = (before: string): string =>
  before.startsWith("'") ? before.slice(1, -2).replaceAll("''", "'") : before.slice(0, -1)
