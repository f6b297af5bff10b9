import { Calculator } from '../../calculation/calculator'
import { formatOf } from '../../formats/cell-format'
import type { CellFormat } from '../../formats/cell-format'
import { areaName, MOST_COLUMNS, MOST_ROWS } from '../../formula/references'
import { Cells } from '../../workbook/cells'
import type { Placed } from '../../workbook/cells'
import { noFeatures } from '../../workbook/features'
import { Formula } from '../../workbook/formula'
import { emptySheet } from '../../workbook/workbook'
import type { DefinedName, Input, Sheet } from '../../workbook/workbook'
import { partsOf, textOf, UnreadableFile } from '../archive'
import { allOf, childOf, childrenOf, readXml } from '../xml'
import type { Element } from '../xml'
import { EDGES, fillFrom, inkFrom, sizeFrom, USUAL_SIZE } from '../xlsx/looks'
import { borderOf, sides } from '../../formats/borders'
import { checkCount, checkMerged, formulaTold } from '../reading'
import type { Read } from '../reading'
import { formulaFromOds } from './formulas'
import { codeFrom } from './numbers'

const INCH = 96

/**
 * Reads an ODS workbook (ISO/IEC 26300): values, formulas, names and basic looks. `today`: the serial of the day
 * that TODAY gives. Throws an UnreadableFile for what can’t be read.
 */
export function readOds(bytes: Uint8Array, today: number): Read {
  const parts = partsOf(bytes)
  const text = textOf(parts, 'content.xml')
  if (text === null) throw new UnreadableFile('This is no document of this kind: its contents are missing.')
  const root = readXml(text)
  const tables = childrenOf(childOf(root, 'body', 'spreadsheet'), 'table')
  if (tables.length === 0) throw new UnreadableFile('This document has no sheet of cells.')
  const lost = new Set<string>()
  const styles = stylesOf([root, ...others(textOf(parts, 'styles.xml'))], lost)
  const sheets = tables.slice(0, 100).map((table, place) => sheetFrom(table, place + 1, styles, lost))
  const names = allOf(childOf(root, 'body', 'spreadsheet'), 'named-expressions').flatMap(element =>
    namesFrom(element, lost),
  )
  for (const [name, words] of [
    ['frame', 'pictures and charts'],
    ['annotation', 'notes'],
    ['content-validation', 'rules for what cells take'],
    ['conditional-formats', 'marks by rule'],
    ['database-range', 'filters'],
    ['data-pilot-table', 'summary tables of another make: what they show is kept as values'],
  ] as const)
    if (allOf(root, name).length > 0) lost.add(words)
  return { workbook: new Calculator().whole({ sheets, names, today }), lost: [...lost] }
}

const others = (text: string | null): Element[] => (text === null ? [] : [readXml(text)])

interface Styles {
  cells: ReadonlyMap<string, CellFormat>
  columns: ReadonlyMap<string, number>
}

function stylesOf(roots: readonly Element[], lost: Set<string>): Styles {
  const all = roots
    .flatMap(root => [...allOf(root, 'automatic-styles'), ...allOf(root, 'styles')])
    .flatMap(({ children }) => children)
  const numbers = new Map(
    all.flatMap(style => {
      const [name, code] = [style.attributes.name, codeFrom(style)]
      return name && code ? [[name, code] as const] : []
    }),
  )
  const cells = new Map<string, CellFormat>()
  const columns = new Map<string, number>()
  for (const style of all) {
    const { name, family } = style.attributes
    if (style.name !== 'style' || !name) continue
    const width = /^([\d.]+)(in|cm|mm|pt)$/.exec(
      childOf(style, 'table-column-properties')?.attributes['column-width'] ?? '',
    )
    if (width)
      columns.set(
        name,
        Math.round(Number(width[1]) * { in: INCH, cm: INCH / 2.54, mm: INCH / 25.4, pt: INCH / 72 }[width[2] as 'in']),
      )
    if (family === 'table-cell') cells.set(name, lookFrom(style, numbers, lost))
  }
  return { cells, columns }
}

const argb = (hex: string): string => `FF${hex.slice(1).toUpperCase()}`

const ALIGNED: ReadonlyMap<string, CellFormat['align']> = new Map([
  ['center', 'centre'],
  ['end', 'right'],
  ['right', 'right'],
  ['start', 'left'],
  ['left', 'left'],
])

/** How letters look, but for their colour. */
function lettersFrom(text: Readonly<Record<string, string>>): CellFormat {
  const isDrawn = (line: string): boolean => (text[`text-${line}-style`] ?? 'none') !== 'none'
  const format: CellFormat = {}
  if (text['font-weight'] === 'bold') format.bold = true
  if (text['font-style'] === 'italic') format.italic = true
  if (isDrawn('underline')) format.underline = true
  if (isDrawn('line-through')) format.strike = true
  const points = /^([\d.]+)pt$/.exec(text['font-size'] ?? '')?.[1]
  const size = points && sizeFrom(Number(points), USUAL_SIZE)
  if (size) format.size = size
  return format
}

function linesFrom(cell: Readonly<Record<string, string>>): CellFormat['border'] {
  const lineAt = (side: string): string => cell[`border-${side}`] ?? cell.border ?? ''
  const drawn = sides.filter(side => /solid|double|dashed|dotted/.test(lineAt(EDGES[side])))
  return borderOf(drawn, lineAt('bottom').includes('double'))
}

function lookFrom(style: Element, numbers: ReadonlyMap<string, string>, lost: Set<string>): CellFormat {
  const cell = childOf(style, 'table-cell-properties')?.attributes ?? {}
  const text = childOf(style, 'text-properties')?.attributes ?? {}
  const align = childOf(style, 'paragraph-properties')?.attributes['text-align']
  const number = numbers.get(style.attributes['data-style-name'] ?? '')
  const format = lettersFrom(text)
  if (number) format.number = number
  const aligned = ALIGNED.get(align ?? '')
  if (aligned) format.align = aligned
  if (cell['wrap-option'] === 'wrap') format.wrap = true
  const [background, ink] = [cell['background-color'], text.color]
  if (background?.startsWith('#')) {
    const { fill, exact } = fillFrom(argb(background))
    if (!exact) lost.add('colours of cells, brought to the nearest of ours')
    format.fill = fill
  }
  if (ink?.startsWith('#')) {
    const found = inkFrom(argb(ink))
    if (!found.exact) lost.add('colours of letters, brought to the nearest of ours')
    if (found.ink) format.ink = found.ink
  }
  const lines = linesFrom(cell)
  if (lines) format.border = lines
  return format
}

function namesFrom(element: Element, lost: Set<string>): DefinedName[] {
  return element.children.flatMap(({ name: kind, attributes }) => {
    const name = attributes.name ?? ''
    const written =
      kind === 'named-range' ? `of:=[${attributes['cell-range-address'] ?? ''}]` : (attributes.expression ?? '')
    const formula = formulaFromOds(/^\w*:?=/.test(written) ? written : `of:=${written}`)
    if (name === '' || !formula) {
      lost.add(`the name ${name}: what it stands for can’t be read`)
      return []
    }
    return [{ name, formula: new Formula(formula) }]
  })
}

const repeated = (element: Element, along: 'columns' | 'rows'): number =>
  Math.max(1, Number(element.attributes[`number-${along}-repeated`] ?? 1))

function widthsFrom(table: Element, styles: Styles): Record<number, number> {
  const widths: Record<number, number> = {}
  let column = 0
  for (const element of allOf(table, 'table-column')) {
    const width = styles.columns.get(element.attributes['style-name'] ?? '')
    const count = repeated(element, 'columns')
    if (width !== undefined)
      for (let at = 0; at < Math.min(count, 256); at += 1) widths[column + at] = Math.min(800, Math.max(20, width))
    column += count
  }
  return widths
}

function sheetFrom(table: Element, id: number, styles: Styles, lost: Set<string>): Sheet {
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  const merged: string[] = []
  const spilled = new Set<string>()
  let row = 0
  for (const line of allOf(table, 'table-row')) {
    const times = repeated(line, 'rows')
    const cells = line.children.filter(({ name }) => name === 'table-cell' || name === 'covered-table-cell')
    const filled = cells.some(
      cell => cell.attributes['value-type'] !== undefined || cell.attributes.formula !== undefined,
    )
    // A sheet is filled up with empty rows to its end: they say nothing.
    const lines = filled || times < 1000 ? times : 0
    for (let down = 0; down < lines && row + down < MOST_ROWS; down += 1) {
      let at = 0
      for (const cell of cells) {
        const count = repeated(cell, 'columns')
        const look = formatOf(styles.cells.get(cell.attributes['style-name'] ?? '') ?? {})
        const input = cell.name === 'table-cell' ? inputFrom(cell, lost) : undefined
        const across = input === undefined && count > 1000 ? 0 : count
        for (let next = 0; next < across && at + next < MOST_COLUMNS; next += 1) {
          if (look) formats.push([row + down, at + next, look])
          if (input !== undefined && !spilled.has(`${row + down} ${at + next}`))
            inputs.push([row + down, at + next, input])
        }
        mark(cell, row + down, at, merged, spilled)
        at += count
        checkCount(inputs.length + formats.length)
      }
    }
    row += times
  }
  return {
    ...emptySheet(id, (table.attributes.name ?? `Sheet ${id}`).slice(0, 31)),
    inputs: Cells.of(inputs),
    formats: Cells.of(formats),
    widths: widthsFrom(table, styles),
    features: { ...noFeatures, merged },
  }
}

/** Cells that are merged with this one, and those that its array fills. */
function mark({ attributes }: Element, row: number, column: number, merged: string[], spilled: Set<string>): void {
  const wide = Number(attributes['number-columns-spanned'] ?? 1)
  const tall = Number(attributes['number-rows-spanned'] ?? 1)
  checkMerged(wide * tall)
  if (wide * tall > 1)
    merged.push(areaName({ top: row, left: column, bottom: row + tall - 1, right: column + wide - 1 }))
  const across = Number(attributes['number-matrix-columns-spanned'] ?? 1)
  const down = Number(attributes['number-matrix-rows-spanned'] ?? 1)
  if (across * down > 100_000) return
  for (let at = 1; at < across * down; at += 1)
    spilled.add(`${row + Math.floor(at / across)} ${column + (at % across)}`)
}

/** The text of a cell: paragraphs are lines. */
function textIn(cell: Element): string {
  return childrenOf(cell, 'p').map(inLine).join('\n')
}

function inLine({ inside }: Element): string {
  return inside
    .map(part => {
      if (typeof part === 'string') return part
      if (part.name === 's') return ' '.repeat(Math.min(1000, Number(part.attributes.c ?? 1)))
      if (part.name === 'tab') return '\t'
      return part.name === 'line-break' ? '\n' : inLine(part)
    })
    .join('')
}

function inputFrom(cell: Element, lost: Set<string>): Input | undefined {
  const {
    formula,
    'value-type': type,
    value,
    'date-value': day,
    'time-value': time,
    'boolean-value': logical,
  } = cell.attributes
  if (formula !== undefined) {
    const read = formulaTold(formulaFromOds(formula), lost)
    if (read) return read
  }
  switch (type) {
    case 'float':
    case 'percentage':
    case 'currency':
      return Number.isFinite(Number(value)) ? Number(value) : undefined
    case 'date': {
      const moment = Date.parse(/T/.test(day ?? '') ? `${day ?? ''}Z` : `${day ?? ''}T00:00:00Z`)
      return Number.isNaN(moment) ? undefined : Number((moment / 86_400_000 + 25_569).toFixed(10))
    }
    case 'time': {
      const read = /^PT(\d+)H(\d+)M([\d.]+)S$/.exec(time ?? '')
      return read ? (Number(read[1]) + Number(read[2]) / 60 + Number(read[3]) / 3600) / 24 : undefined
    }
    case 'boolean':
      return logical === 'true'
    case 'string': {
      const text = cell.attributes['string-value'] ?? textIn(cell)
      return text === '' ? undefined : text
    }
    default:
      return undefined
  }
}
