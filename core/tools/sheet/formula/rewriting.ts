import { functionNamed } from './functions'
import { parse, partsOf } from './parser'
import type { Node } from './parser'
import { isOnSheet, writeReference } from './references'
import type { Corner, WrittenReference } from './references'
import { FormulaFault } from './tokens'

type Rewrite = (reference: WrittenReference) => WrittenReference | null

/**
 * A formula with each of its references written anew; null makes it #REF!. What isn't a reference stays as it was
 * written. `tree` is the formula's own, without its equals sign.
 */
export function rewritten(text: string, tree: Node, rewrite: Rewrite): string {
  const pieces: { from: number; to: number; by: string }[] = []
  for (const part of partsOf(tree)) {
    if (part.kind !== 'reference') continue
    const next = rewrite(part.reference)
    const by = next ? writeReference(next) : '#REF!'
    pieces.push({ from: part.from, to: part.to, by })
  }
  return replaced(text, pieces)
}

/** A formula with each name in it written anew. */
export function namesRewritten(text: string, tree: Node, anew: (name: string) => string): string {
  const pieces = [...partsOf(tree)].flatMap(part => {
    const by = part.kind === 'name' && part.sheet === null ? anew(part.name) : null
    return by === null || (part.kind === 'name' && by === part.name) ? [] : [{ from: part.from, to: part.to, by }]
  })
  return pieces.length === 0 ? text : replaced(text, pieces)
}

function replaced(text: string, pieces: { from: number; to: number; by: string }[]): string {
  let [result, place] = ['=', 0]
  for (const { from, to, by } of pieces.sort((one, other) => one.from - other.from)) {
    result += text.slice(1).slice(place, from) + by
    place = to
  }
  return result + text.slice(1).slice(place)
}

/** Every corner of a reference moved; null where one leaves the sheet. */
function corners(reference: WrittenReference, move: (corner: Corner) => Corner): WrittenReference | null {
  const start = move(reference.start)
  const end = reference.end && move(reference.end)
  return isOnSheet(start) && (!end || isOnSheet(end)) ? { ...reference, start, end } : null
}

/** A formula as it is when it is copied some rows and columns on: what isn't fixed moves along. */
export function copiedFormula(text: string, tree: Node, rows: number, columns: number): string {
  if (rows === 0 && columns === 0) return text
  return rewritten(text, tree, reference =>
    corners(reference, corner => ({
      ...corner,
      row: corner.rowFixed ? corner.row : corner.row + rows,
      column: corner.columnFixed ? corner.column : corner.column + columns,
    })),
  )
}

/** The same, with a reference's place told from its cell: equal for formulas that were copied from each other. */
export function relativeForm(tree: Node, text: string, row: number, column: number): string {
  const pieces: { from: number; to: number; by: string }[] = []
  for (const part of partsOf(tree)) {
    if (part.kind !== 'reference') continue
    const { sheet, start, end } = part.reference
    const told = ({ row: atRow, column: atColumn, rowFixed, columnFixed }: Corner): string =>
      `${rowFixed ? `R${atRow}` : `r${atRow - row}`}${columnFixed ? `C${atColumn}` : `c${atColumn - column}`}`
    pieces.push({
      from: part.from,
      to: part.to,
      by: `[${sheet?.toLowerCase() ?? ''}!${told(start)}${end ? `:${told(end)}` : ''}]`,
    })
  }
  return replaced(text, pieces).replace(/\s+/g, '')
}

/** A formula as it is kept: function names and cells in capitals, spaces as they were. Throws a FormulaFault. */
export function tidied(formula: string): string {
  const [text, tree] = closed(formula)
  const pieces: { from: number; to: number; by: string }[] = []
  for (const part of partsOf(tree)) {
    if (part.kind === 'reference') pieces.push({ from: part.from, to: part.to, by: writeReference(part.reference) })
    else if (part.kind === 'call' && functionNamed(part.name))
      pieces.push({ from: part.from, to: part.from + part.name.length, by: part.name })
    else if (part.kind === 'constant' && typeof part.value === 'boolean')
      pieces.push({ from: part.from, to: part.to, by: part.value ? 'TRUE' : 'FALSE' })
  }
  return replaced(text, pieces)
}

/** Brackets that are open at the end are closed: what is meant is plain. */
function closed(formula: string): [text: string, tree: Node] {
  for (let brackets = 0; ; brackets += 1) {
    const text = formula + ')'.repeat(brackets)
    try {
      return [text, parse(text.slice(1))]
    } catch (fault) {
      const unclosed =
        fault instanceof FormulaFault && fault.at >= text.length - 1 && /bracket.*closed/.test(fault.message)
      if (!unclosed || brackets >= 32) throw fault
    }
  }
}
