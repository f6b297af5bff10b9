import { readFormulaReference } from '../../formula/reading'
import { sheetInFormula, writeReference } from '../../formula/references'
import { parse } from '../../formula/parser'
import { FormulaFault, tokensOf } from '../../formula/tokens'
import type { Token } from '../../formula/tokens'

/** Formulas as OpenFormula writes them (OASIS ODF 1.3 part 4, section 5): `of:=SUM([.A1:.B2];[$Rates.C1])`. */

function referenceText({ text, sheet, reference }: Token): string {
  if (!reference) return text
  const [from, to] = writeReference({ sheet: null, ...reference }).split(':')
  const on = sheet === undefined ? '' : `$${sheetInFormula(sheet)}`
  return `[${on}.${from ?? ''}${to === undefined ? '' : `:.${to}`}]`
}

const endsArea = (token: Token | undefined): boolean =>
  token !== undefined && (token.kind === 'reference' || token.kind === 'name' || token.text === ')')
const beginsArea = (token: Token | undefined): boolean =>
  token !== undefined && (token.kind === 'reference' || token.kind === 'name' || token.text === '(')

/** A formula with its equals sign, as a file holds it. */
export function formulaInOds(text: string): string {
  const tokens = tokensOf(text.slice(1))
  let [written, arrays] = ['of:=', 0]
  for (const [at, token] of tokens.entries()) {
    if (token.kind === 'end') continue
    if (token.text === '{') arrays += 1
    if (token.text === '}') arrays -= 1
    if (token.kind === 'reference') written += referenceText(token)
    else if (token.kind === 'space')
      written += endsArea(tokens[at - 1]) && beginsArea(tokens[at + 1]) ? '!' : token.text
    else if (token.kind === 'operator' && token.text === ',') written += ';'
    else if (token.kind === 'operator' && token.text === ';' && arrays > 0) written += '|'
    else written += token.text
  }
  return written
}

/** What stands in the brackets of a reference, as we write it; null for what points into another file. */
function referenceFrom(inside: string): string | null {
  const match =
    /^\$?((?:'(?:[^']|'')+'|[^'.:[\]#]+)?)\.([^:]+)(?::\$?(?:(?:'(?:[^']|'')+'|[^'.:[\]#]+)?)\.([^:]+))?$/.exec(inside)
  if (!match) return null
  const [, sheet = '', from = '', to] = match
  const name = sheet.startsWith("'") ? sheet.slice(1, -1).replaceAll("''", "'") : sheet
  const reference = `${name === '' ? '' : `${sheetInFormula(name)}!`}${from}${to === undefined ? '' : `:${to}`}`
  return readFormulaReference(reference.replaceAll('$', '')) ? reference : null
}

/** A formula of a file as it stands in a cell; null for one that can’t be read. */
export function formulaFromOds(text: string): string | null {
  const begun = /^(?:of|oooc|msoxl)?:?=/.exec(text)
  if (!begun) return null
  const rest = text.slice(begun[0].length)
  let [formula, arrays] = ['', 0]
  for (const [piece] of rest.matchAll(/"(?:[^"]|"")*"|\[[^\]]*\]|[\s\S]/g)) {
    if (piece.startsWith('[')) {
      const inside = piece.slice(1, -1)
      const reference = inside.includes('#REF!') ? '#REF!' : referenceFrom(inside)
      if (reference === null) return null
      formula += reference
      continue
    }
    if (piece === '{') arrays += 1
    if (piece === '}') arrays -= 1
    if (piece === ';') formula += ','
    else if (piece === '|') formula += arrays > 0 ? ';' : piece
    else formula += piece === '!' ? ' ' : piece
  }
  try {
    parse(formula)
    return `=${formula}`
  } catch (fault) {
    if (fault instanceof FormulaFault) return null
    throw fault
  }
}
