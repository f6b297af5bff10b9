import { functionNamed } from '../../formula/functions'
import { parse, partsOf } from '../../formula/parser'
import { namesRewritten } from '../../formula/rewriting'
import { FormulaFault } from '../../formula/tokens'

/** Functions that came after ISO/IEC 29500 was written: files mark them with a prefix. */
const LATER: ReadonlySet<string> = new Set(
  (
    'ACOT ACOTH ARABIC BASE BITAND BITLSHIFT BITOR BITRSHIFT BITXOR CEILING.MATH COMBINA CONCAT COT COTH CSC CSCH DAYS ' +
    'DECIMAL FILTER FLOOR.MATH GAMMA GAUSS IFNA IFS ISFORMULA ISOWEEKNUM LET MAXIFS MINIFS NUMBERVALUE PERMUTATIONA ' +
    'PHI RANDARRAY RRI SEC SECH SEQUENCE SHEET SHEETS SINGLE SKEW.P SORT SORTBY SWITCH TEXTJOIN UNICHAR UNICODE UNIQUE ' +
    'XLOOKUP XMATCH XOR PDURATION FORMULATEXT ERF.PRECISE'
  ).split(' '),
)
const WITH_SHEET_PREFIX: ReadonlySet<string> = new Set(['FILTER', 'SORT'])
/** Functions that no program which reads such files has: one of ours, and one of the other standard’s. */
const OURS: ReadonlySet<string> = new Set(['SUMMARY', 'MULTIPLE.OPERATIONS'])

/** A formula as it stands in a file, without its equals sign; null for one that no other program could work out. */
export function formulaInFile(text: string): string | null {
  const tree = parse(text.slice(1))
  const calls = [...partsOf(tree)].filter(part => part.kind === 'call')
  if (calls.some(({ name }) => OURS.has(name))) return null
  let written = namesRewritten(text, tree, rowInFile).slice(1)
  // Names of functions stand where they stood before what was rewritten, so they are looked for anew.
  const places = [...partsOf(parse(written))].flatMap(part => (part.kind === 'call' ? [part] : []))
  for (const { name, from } of places.sort((one, other) => other.from - one.from)) {
    const prefix = !LATER.has(name) ? '' : WITH_SHEET_PREFIX.has(name) ? '_xlfn._xlws.' : '_xlfn.'
    written = written.slice(0, from) + prefix + written.slice(from)
  }
  return written
}

/** A part of a table in the formula’s own row, as files spell it out. */
const rowInFile = (name: string): string =>
  name.replace(/\[@(?:\[((?:[^[\]']|'.)*)\]|((?:[^[\]']|'.)*))\]$/, (_, one?: string, other?: string) => {
    const column = one ?? other ?? ''
    return column === '' ? '[#This Row]' : `[[#This Row],[${column}]]`
  })
const rowFromFile = (text: string): string => text.replace(/\[\[#This Row\],\[((?:[^[\]']|'.)*)\]\]/gi, '[@$1]')

/** A formula of a file as it stands in a cell; null for one that can’t be read or points into another file. */
export function formulaFromFile(text: string): string | null {
  const plain = text.replace(/_xlfn\.(?:_xlws\.)?/g, '').trim()
  if (/(?<![\p{L}\p{N}_.])\[\d+\]/u.test(plain)) return null
  try {
    parse(plain)
  } catch (fault) {
    if (fault instanceof FormulaFault) return null
    throw fault
  }
  return rowFromFile(`=${plain}`)
}

/** Functions that a formula names and that we don’t have. */
export function unknownIn(text: string): string[] {
  return [...partsOf(parse(text.slice(1)))].flatMap(part =>
    part.kind === 'call' && !functionNamed(part.name) ? [part.name] : [],
  )
}
