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
export function tokensOf(formula: string): Token[] {
  const tokens: Token[] = []
  let place = 0
  const read = (pattern: RegExp): RegExpExecArray | null => {
    pattern.lastIndex = place
    return pattern.exec(formula)
  }
  const take = (kind: Token['kind'], text: string, from: number, more?: Pick<Token, 'sheet' | 'reference'>): void => {
    tokens.push({ kind, text, from, to: from + text.length, ...more })
  }
  /** What may have a sheet before it, or none: a reference, a name, a number, an error. */
  const takeWord = (): void => {
    const from = place
    const sheet = read(SHEET)
    if (sheet) place += sheet[0].length
    const name = sheet ? (sheet[1]?.replaceAll("''", "'") ?? sheet[2]) : undefined
    const on = name === undefined ? {} : { sheet: name }
    const found = read(RANGE) ?? read(CELL)
    const reference = found && readReference(found[0])
    if (reference) take('reference', found[0], place, { ...on, reference })
    else if (found && /^\$?\d|\$/.test(found[0])) throw new FormulaFault(`${found[0]} lies off the sheet.`, place)
    else {
      const number = sheet ? null : read(NUMBER)
      const word = number ? null : read(WORD)
      if (number) take('number', number[0], place)
      else if (word) takeName(word[0], on)
      else throw new FormulaFault(`“${formula[place] ?? ''}” can’t stand here.`, place)
    }
    if (sheet) tokens.at(-1)!.from = from
  }
  const takeName = (word: string, on: Pick<Token, 'sheet'>): void => {
    const from = place
    place += word.length
    const part = on.sheet === undefined && formula[place] === '[' ? read(PART) : null
    if (!part && formula[place] === '[') throw new FormulaFault(CLOSING_PART, place)
    take('name', word + (part?.[0] ?? ''), from, on)
  }
  while (place < formula.length) {
    // The first character tells most pieces apart.
    const operator = read(OPERATOR)
    if (operator) take('operator', operator[0], place)
    else {
      const plain = read(SPACE) ?? read(TEXT) ?? read(ERROR)
      const kind = plain && (plain[0].startsWith('"') ? 'text' : plain[0].startsWith('#') ? 'error' : 'space')
      if (plain && kind && (kind !== 'error' || ERROR_CODES.some(code => code === plain[0])))
        take(kind, plain[0], place)
      else if (formula[place] === '"') throw new FormulaFault(CLOSING_QUOTE, place)
      else takeWord()
    }
    place = tokens.at(-1)!.to
  }
  tokens.push({ kind: 'end', text: '', from: place, to: place })
  return tokens
}
