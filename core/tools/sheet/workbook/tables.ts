import { sure } from '../../../ground/sure'
import { blockAt } from '../addresses'
import type { Node } from '../formula/parser'
import { areaName, fixedAddress, sheetInFormula } from '../formula/references'
import type { Block, Corner } from '../formula/references'
import { WRONG_TYPE } from '../formula/values'
import type { Area } from '../formula/values'
import { nameOf } from './workbook'
import type { Sheet, Workbook } from './workbook'

/** A table where it lies, with what stands over its columns. */
export interface PlacedTable extends Block {
  name: string
  headings: readonly string[]
}

const NONE: readonly PlacedTable[] = []
const known = new WeakMap<Sheet, readonly PlacedTable[]>()

export function tablesOn(sheet: Sheet): readonly PlacedTable[] {
  const { tables } = sheet.features
  if (tables.length === 0) return NONE
  let placed = known.get(sheet)
  if (!placed) {
    placed = tables.map(({ name, area }) => {
      const block = blockAt(area)
      const headings = Array.from({ length: block.right - block.left + 1 }, (_, at) => {
        const input = sheet.inputs.at(block.top, block.left + at)
        return typeof input === 'string' ? input : ''
      })
      return { name, ...block, headings }
    })
    known.set(sheet, placed)
  }
  return placed
}

export function tableNamed(
  workbook: Pick<Workbook, 'sheets'>,
  name: string,
): { table: PlacedTable; sheet: number } | null {
  const wanted = name.toLowerCase()
  for (const [sheet, held] of workbook.sheets.entries())
    for (const table of tablesOn(held)) if (table.name.toLowerCase() === wanted) return { table, sheet }
  return null
}

/** What formulas that name tables hang on besides cells: equal in two workbooks, they mean the same in both. */
export function tablesKey({ sheets }: Pick<Workbook, 'sheets'>): string {
  if (sheets.every(({ features }) => features.tables.length === 0)) return ''
  return JSON.stringify(sheets.map(tablesOn))
}

/** Whether a name is one of a part of a table: `Berths[Fee]`. */
export const namesPart = (name: string): boolean => name.endsWith(']')

/** Which rows of a table are meant, and from which column to which. */
interface Part {
  rows: 'body' | 'all' | 'heading' | 'own'
  from: string | null
  to: string | null
}

const ROWS: Readonly<Record<string, Part['rows']>> = {
  '#data': 'body',
  '#all': 'all',
  '#headers': 'heading',
  '#this row': 'own',
}
const unescaped = (text: string): string => text.replace(/'(.)/g, '$1').trim()

/** A part of a table as ISO/IEC 29500-1 writes it (18.17.6.2): `Fee`, `@Fee`, `#All`, `[#This Row],[Fee]`. */
function readPart(inside: string): Part | null {
  let [rest, rows]: [string, Part['rows']] = [inside.trim(), 'body']
  if (rest.startsWith('@')) [rest, rows] = [rest.slice(1), 'own']
  const plain = !rest.startsWith('[')
  if (plain) {
    const found = ROWS[rest.toLowerCase()]
    if (found) return { rows: found, from: null, to: null }
    return { rows, from: rest === '' ? null : unescaped(rest), to: null }
  }
  const items = [...rest.matchAll(/\[((?:[^[\]']|'.)*)\]\s*([,:]?)\s*/gy)]
  if (items.reduce((length, [text]) => length + text.length, 0) !== rest.length) return null
  const columns: string[] = []
  for (const [, text = ''] of items) {
    const found = ROWS[text.trim().toLowerCase()]
    if (found) rows = found
    else columns.push(unescaped(text))
  }
  const [from = null, to = null, ...more] = columns
  return more.length > 0 ? null : { rows, from, to }
}

const FORM = /^([\p{L}_][\p{L}\p{N}_.]*)(?:\[([\s\S]*)\])?$/u

/** The cells of a table, or of a part of one, seen from a row; null where there is no such table or part. */
function areaOfPart(workbook: Pick<Workbook, 'sheets'>, text: string, row: number): Area | 'no row' | null {
  const match = FORM.exec(text)
  const found = match && tableNamed(workbook, sure(match[1]))
  const part = match && readPart(match[2] ?? '')
  if (!found || !part) return null
  const { table, sheet } = found
  const at = (name: string): number => table.headings.findIndex(one => one.toLowerCase() === name.toLowerCase())
  const first = part.from === null ? 0 : at(part.from)
  const last = part.to === null ? (part.from === null ? table.right - table.left : first) : at(part.to)
  if (first < 0 || last < 0) return null
  const [left, right] = [table.left + Math.min(first, last), table.left + Math.max(first, last)]
  const body = Math.min(table.top + 1, table.bottom)
  switch (part.rows) {
    case 'all':
      return { sheet, top: table.top, left, bottom: table.bottom, right }
    case 'heading':
      return { sheet, top: table.top, left, bottom: table.top, right }
    case 'body':
      return { sheet, top: body, left, bottom: table.bottom, right }
    case 'own':
      return row >= body && row <= table.bottom ? { sheet, top: row, left, bottom: row, right } : 'no row'
  }
}

/** Names by which formulas can name tables and their columns, one and all. */
export const partNames = ({ sheets }: Pick<Workbook, 'sheets'>): string[] =>
  sheets.flatMap(tablesOn).flatMap(({ name, headings }) => {
    const columns = headings.filter(Boolean).map(heading => escaped(heading))
    return [name, ...columns.flatMap(column => [`${name}[${column}]`, `${name}[@${column}]`])]
  })

const escaped = (heading: string): string => heading.replace(/[[\]#'@]/g, "'$&")

const corner = (row: number, column: number): Corner => ({ row, column, rowFixed: true, columnFixed: true })

/**
 * What a name in a formula of a row stands for: a name of the workbook, a table, or a part of one; null for none.
 * Names of the workbook come first.
 */
export function meaningOf(workbook: Workbook, name: string, row: number): Node | null {
  const named = nameOf(workbook, name)
  if (named) return named.formula.tree
  const area = areaOfPart(workbook, name, row)
  const place = { from: 0, to: name.length }
  if (area === null) return null
  if (area === 'no row') return { kind: 'constant', value: WRONG_TYPE, ...place }
  const { top, left, bottom, right } = area
  const single = top === bottom && left === right
  const reference = {
    sheet: sure(workbook.sheets[area.sheet]).name,
    start: corner(top, left),
    end: single ? null : corner(bottom, right),
    whole: null,
  }
  return { kind: 'reference', reference, ...place }
}

/** A part of a table named anew: by another name of the table, or of one of its columns. */
export function partRenamed(text: string, table: string, renamed: { table?: string; columns?: Map<string, string> }) {
  const match = FORM.exec(text)
  if (match?.[1]?.toLowerCase() !== table.toLowerCase()) return text
  const inside = match[2]
  const column = (name: string): string => {
    const next = renamed.columns?.get(unescaped(name).toLowerCase())
    return next === undefined ? name : escaped(next)
  }
  const anew =
    inside?.startsWith('@[') || inside?.startsWith('[')
      ? inside.replace(/\[((?:[^[\]']|'.)*)\]/g, (_, name: string) => `[${column(name)}]`)
      : inside?.replace(/^(@?)([\s\S]*)$/, (_, at: string, name: string) => at + column(name))
  return `${renamed.table ?? match[1]}${anew === undefined ? '' : `[${anew}]`}`
}

/** A part of a table as plain cells, for a formula in a row of a sheet; anything else as it is. */
export function partInPlainCells(workbook: Workbook, text: string, table: string, on: number, row: number): string {
  const match = FORM.exec(text)
  if (match?.[1]?.toLowerCase() !== table.toLowerCase()) return text
  const area = areaOfPart(workbook, text, row)
  if (area === null || area === 'no row') return '#REF!'
  const sheet = area.sheet === on ? '' : `${sheetInFormula(sure(workbook.sheets[area.sheet]).name)}!`
  return sheet + (readPart(match[2] ?? '')?.rows === 'own' ? areaName(area) : fixedAddress(areaName(area)))
}
