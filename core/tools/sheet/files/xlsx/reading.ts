import { ExcelJS } from './library'
import type { Buffer, Cell, CellValue, Style, Workbook as Book, Worksheet } from 'exceljs'
import { Calculator } from '../../calculation/calculator'
import { formatOf } from '../../formats/cell-format'
import type { CellFormat } from '../../formats/cell-format'
import { columnNumber, MOST_COLUMNS, MOST_ROWS, readCorner, readReference } from '../../formula/references'
import { isFormatCode } from '../../formats/number-format'
import { blockAt } from '../../addresses'
import { Cells } from '../../workbook/cells'
import type { Placed } from '../../workbook/cells'
import type { Features } from '../../workbook/features'
import { noFeatures } from '../../workbook/features'
import { Formula } from '../../workbook/formula'
import { emptySheet } from '../../workbook/workbook'
import type { DefinedName, Input, Sheet, Workbook } from '../../workbook/workbook'
import { asBytes, partsOf, textOf, UnreadableFile, zipped } from '../archive'
import type { Parts } from '../archive'
import { areasIn, checkCount, checkExtent, checkMerged, formulaTold } from '../reading'
import type { Read } from '../reading'
import { allOf, childOf, childrenOf, isOn, readXml } from '../xml'
import type { Element } from '../xml'
import { chartFrom } from './charts'
import { filterFrom } from './filters'
import { formulaFromFile } from './formulas'
import { inputsFrom } from './inputs'
import { lookFrom, USUAL_SIZE } from './looks'
import { markingFrom } from './marks'
import { tableFrom } from './tables'
import { marginInMillimetres, PAPERS, PLAIN_HEIGHT, PLAIN_WIDTH, wordsFrom } from './pages'

/** Parts that are passed over, and what is said of them. */
const PASSED_OVER: readonly (readonly [RegExp, string])[] = [
  [/vbaProject|macrosheets/i, 'programs (macros): they are never run'],
  [/externalLinks\//i, 'links into other files: what their formulas showed is kept as values'],
  [/pivot(Tables|Cache)/i, 'summary tables of another make: what they show is kept as values'],
  [/media\//i, 'pictures'],
  [/slicers?|timelines?/i, 'buttons for filtering'],
  [/threadedComments/i, 'conversations about cells'],
  [/activeX|ctrlProps|embeddings/i, 'controls and objects of other programs'],
  [/customXml|customProperty/i, 'data of other programs'],
]

/** Kept for the library; all else is read here or passed over. */
const FOR_LIBRARY: readonly RegExp[] = [
  /^\[Content_Types\]\.xml$/,
  /^_rels\/\.rels$/,
  /^xl\/(workbook|styles|sharedStrings|theme\/theme\d*|worksheets\/sheet\d+)\.xml$/,
  /^xl\/(comments\d*|comments\/comment\d+)\.xml$/,
  /^xl\/(worksheets\/_rels\/sheet\d+\.xml|_rels\/workbook\.xml)\.rels$/,
]

/**
 * Reads an XLSX workbook (ISO/IEC 29500). `today`: the serial of the day that TODAY gives. Throws an UnreadableFile
 * for what can’t be read.
 */
export async function readXlsx(bytes: Uint8Array, today: number): Promise<Read> {
  const parts = partsOf(bytes)
  const lost = new Set<string>()
  for (const [pattern, words] of PASSED_OVER) if ([...parts.keys()].some(name => pattern.test(name))) lost.add(words)
  const workbookXml = textOf(parts, 'xl/workbook.xml')
  if (workbookXml === null) throw new UnreadableFile('This is no workbook: the part that lists its sheets is missing.')
  const root = readXml(workbookXml)
  const sheets = sheetParts(parts, root)
  if (sheets.length === 0) throw new UnreadableFile('This workbook has no sheet of cells.')
  const book = await loaded(parts)
  const points = usualPoints(parts)
  const read = sheets.slice(0, 100).flatMap(({ name, part, hidden }, place) => {
    const worksheet = book.getWorksheet(name)
    const xml = textOf(parts, part)
    if (!worksheet || xml === null) return []
    if (hidden) lost.add(`that a sheet is hidden: ${name}`)
    return [
      sheetFrom(
        worksheet,
        readXml(withoutCells(xml)),
        { charts: chartsOf(parts, part, lost), notes: notesOf(parts, part), tables: tablesOf(parts, part), points },
        place + 1,
        lost,
      ),
    ]
  })
  const names = namesFrom(root, lost)
  const workbook: Workbook = { sheets: read, names, today }
  return { workbook: new Calculator().whole(workbook), lost: [...lost] }
}

/** A sheet’s part without its cells, which the library reads: what stands around them is little. */
const withoutCells = (xml: string): string => xml.replace(/<sheetData>[\s\S]*<\/sheetData>/, '')

/** Looks at how far a sheet reaches and what it merges, before the library spells it out. Throws an UnreadableFile. */
function checkSheet(xml: string): void {
  let [rows, columns, merged] = [0, 0, 0]
  for (const [, column = '', row = ''] of xml.matchAll(/<c r="([A-Z]{1,3})(\d{1,7})"/g)) {
    rows = Math.max(rows, Number(row))
    columns = Math.max(columns, columnNumber(column) + 1)
  }
  checkExtent(rows, columns)
  for (const [, area = ''] of xml.matchAll(/<mergeCell ref="([^"]{1,40})"/g)) {
    const found = readReference(area)
    const { start, end } = found ?? { start: null, end: null }
    if (start && end) merged += (end.row - start.row + 1) * (end.column - start.column + 1)
    checkMerged(merged)
  }
}

async function loaded(parts: Parts): Promise<Book> {
  const book = new ExcelJS.Workbook()
  const kept: Parts = new Map()
  for (const [name, bytes] of parts) {
    if (!FOR_LIBRARY.some(pattern => pattern.test(name))) continue
    const text = textOf(parts, name)
    // The library would spell every cell of an area out; these are read here.
    const sheet = /^xl\/worksheets\/sheet\d+\.xml$/.test(name) && text
    if (sheet) checkSheet(sheet)
    kept.set(
      name,
      sheet
        ? asBytes(
            sheet
              .replace(/<dataValidations[\s\S]*?<\/dataValidations>/g, '')
              .replace(/<(?:drawing|picture|tableParts|legacyDrawingHF|oleObjects|controls)\b[^>]*\/>/g, '')
              .replace(/<tableParts[\s\S]*?<\/tableParts>/g, ''),
          )
        : bytes,
    )
  }
  for (const [name] of kept) if (name.endsWith('.rels')) kept.set(name, asBytes(withoutLoose(kept, name)))
  try {
    await book.xlsx.load(zipped(kept) as unknown as Buffer)
  } catch {
    throw new UnreadableFile('This workbook is broken: its parts don’t fit together.')
  }
  return book
}

/** Relationships of a part without those that lead to parts which were left out. */
function withoutLoose(kept: Parts, name: string): string {
  const folder = name.replace(/\/?_rels\/[^/]+$/, '')
  return (textOf(kept, name) ?? '').replace(/<Relationship\b[^>]*\/>/g, one => {
    const target = /Target="([^"]*)"/.exec(one)?.[1] ?? ''
    const inside = kept.has(resolved(folder, target)) || kept.has(resolved('', target))
    return one.includes('TargetMode="External"') || inside ? one : ''
  })
}

const relationsOf = (parts: Parts, part: string): Map<string, string> => {
  const slash = part.lastIndexOf('/')
  const text = textOf(parts, `${part.slice(0, slash)}/_rels${part.slice(slash)}.rels`)
  const relations = text === null ? [] : childrenOf(readXml(text), 'Relationship')
  return new Map(
    relations.flatMap(({ attributes: { Id, Target, TargetMode } }) =>
      Id && Target && TargetMode !== 'External' ? [[Id, resolved(part.slice(0, slash), Target)]] : [],
    ),
  )
}

function resolved(folder: string, target: string): string {
  if (target.startsWith('/')) return target.slice(1)
  return [...folder.split('/').filter(Boolean), ...target.split('/')]
    .reduce<string[]>((path, step) => (step === '..' ? path.slice(0, -1) : step === '.' ? path : [...path, step]), [])
    .join('/')
}

function sheetParts(parts: Parts, root: Element): { name: string; part: string; hidden: boolean }[] {
  const relations = relationsOf(parts, 'xl/workbook.xml')
  return childrenOf(childOf(root, 'sheets'), 'sheet').flatMap(({ attributes: { name, id, state } }) => {
    // The prefix of r:id is taken off when the part is read, so that it and sheetId are told apart by their names.
    const part = relations.get(id ?? '')
    return name && part?.includes('worksheets/')
      ? [{ name, part, hidden: state !== undefined && state !== 'visible' }]
      : []
  })
}

function namesFrom(root: Element, lost: Set<string>): DefinedName[] {
  return childrenOf(childOf(root, 'definedNames'), 'definedName').flatMap(({ attributes, text }) => {
    const { name = '', hidden, localSheetId } = attributes
    if (name.startsWith('_xlnm.') || isOn(hidden)) return []
    if (localSheetId !== undefined) lost.add('that a name is seen from one sheet only')
    const formula = formulaFromFile(text)
    if (!formula || formula.includes('#REF!')) {
      lost.add(`the name ${name}: what it stands for can’t be read`)
      return []
    }
    return [{ name, formula: new Formula(formula) }]
  })
}

function chartsOf(parts: Parts, sheet: string, lost: Set<string>): Features['charts'] {
  const charts: Features['charts'] = []
  for (const drawing of [...relationsOf(parts, sheet).values()].filter(
    part => part.includes('drawings/') && part.endsWith('.xml'),
  ))
    for (const part of relationsOf(parts, drawing).values()) {
      const text = part.includes('charts/chart') ? textOf(parts, part) : null
      if (text === null) continue
      const chart = chartFrom(readXml(text), charts.length + 1)
      if (chart) charts.push(chart)
      else lost.add('charts of a kind that isn’t drawn here')
    }
  return charts
}

/** The size of letters where nothing else is said: that of the first font. */
function usualPoints(parts: Parts): number {
  const styles = textOf(parts, 'xl/styles.xml')
  const font = styles === null ? undefined : childrenOf(childOf(readXml(styles), 'fonts'), 'font')[0]
  return Number(childOf(font, 'sz')?.attributes.val ?? USUAL_SIZE)
}

const tablesOf = (parts: Parts, sheet: string): Element[] =>
  [...relationsOf(parts, sheet).values()].flatMap(part => {
    const text = part.includes('tables/') ? textOf(parts, part) : null
    return text === null ? [] : [readXml(text)]
  })

function tablesFrom(elements: readonly Element[], lost: Set<string>): Features['tables'] {
  return elements.flatMap(element => {
    const table = tableFrom(element)
    if (!table) lost.add('tables without a heading')
    if (childOf(element, 'tableStyleInfo')) lost.add('the design of tables')
    return table ? [table] : []
  })
}

/** Notes on the cells of a sheet, however their text is made up. */
function notesOf(parts: Parts, sheet: string): Placed<string>[] {
  return [...relationsOf(parts, sheet).values()]
    .filter(part => /(^|\/)comments[^/]*\.xml$/.test(part))
    .flatMap(part => {
      const text = textOf(parts, part)
      return text === null ? [] : allOf(readXml(text), 'comment')
    })
    .flatMap((comment): Placed<string>[] => {
      const corner = readCorner(comment.attributes.ref ?? '')
      const words = allOf(childOf(comment, 'text'), 't').map(({ text }) => text)
      return corner ? [[corner.row, corner.column, words.join('').slice(0, 2000)]] : []
    })
}

const DAY_MS = 86_400_000
/** The serial of a day and time: whatever system the file counts in, the library gives the moment itself. */
const serialOf = (date: Date): number => Number((date.getTime() / DAY_MS + 25_569).toFixed(10))

function sheetFrom(
  worksheet: Worksheet,
  xml: Element,
  beside: { charts: Features['charts']; notes: readonly Placed<string>[]; tables: readonly Element[]; points: number },
  id: number,
  lost: Set<string>,
): Sheet {
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  const links: Placed<string>[] = []
  const spilled = new Set<string>()
  const looks = new Map<string, CellFormat | undefined>()
  let count = 0
  worksheet.eachRow({ includeEmpty: true }, (row, rowNumber) => {
    row.eachCell({ includeEmpty: true }, (cell, columnNumber) => {
      count += 1
      checkCount(count)
      const [atRow, atColumn] = [rowNumber - 1, columnNumber - 1]
      // Of merged cells only the first holds and looks like anything.
      if (atRow >= MOST_ROWS || atColumn >= MOST_COLUMNS || (cell.isMerged && cell.master !== cell)) return
      const key = JSON.stringify(cell.style)
      if (!looks.has(key))
        looks.set(
          key,
          lookOf(cell.style, beside.points, what => lost.add(what)),
        )
      const look = looks.get(key)
      if (look) formats.push([atRow, atColumn, look])
      const link = linkOf(cell.value)
      if (link) links.push([atRow, atColumn, link])
      const input = spilled.has(`${atRow} ${atColumn}`) ? undefined : inputFrom(cell, spilled, lost)
      if (input !== undefined && input !== '') inputs.push([atRow, atColumn, input])
    })
  })
  const { widths, heights, hidden } = sizesFrom(worksheet, xml)
  const view = (worksheet.views as typeof worksheet.views | null)?.[0]
  const frozen =
    view?.state === 'frozen' ? { rows: view.ySplit ?? 0, columns: view.xSplit ?? 0 } : { rows: 0, columns: 0 }
  const filter = [xml, ...beside.tables].map(one => filterFrom(one, what => lost.add(what))).find(Boolean) ?? null
  const tables = tablesFrom(beside.tables, lost)
  const list = filter && blockAt(filter.area)
  const hides = list ? hidden.rows.filter(row => row > list.top && row <= list.bottom) : []
  return {
    ...emptySheet(id, worksheet.name.slice(0, 31)),
    inputs: Cells.of(inputs),
    formats: Cells.of(formats),
    notes: Cells.of(beside.notes),
    links: Cells.of(links),
    widths,
    heights,
    frozen: { rows: Math.min(50, frozen.rows), columns: Math.min(20, frozen.columns) },
    features: {
      ...noFeatures,
      merged: childrenOf(childOf(xml, 'mergeCells'), 'mergeCell').flatMap(({ attributes }) =>
        areasIn(attributes.ref ?? ''),
      ),
      hidden: { rows: hidden.rows.filter(row => !hides.includes(row)), columns: hidden.columns },
      filter: filter && { ...filter, hides },
      inputs: inputsFrom(xml, what => lost.add(what)),
      markings: markingsFrom(worksheet, lost),
      charts: beside.charts,
      tables,
      page: pageFrom(worksheet),
      locked: isOn(childOf(xml, 'sheetProtection')?.attributes.sheet),
    },
  }
}

function lookOf(style: Partial<Style>, points: number, lost: (what: string) => void): CellFormat | undefined {
  const { number, ...look } = lookFrom(style, lost, points)
  if (number !== undefined && !isFormatCode(number)) lost('number formats that can’t be read')
  return formatOf(number !== undefined && isFormatCode(number) ? { ...look, number } : look)
}

function linkOf(value: CellValue): string | null {
  if (typeof value !== 'object' || value === null || !('hyperlink' in value)) return null
  const link = String(value.hyperlink)
  return /^(https?:|mailto:|#)/.test(link) ? link.slice(0, 500) : null
}

function inputFrom(cell: Cell, spilled: Set<string>, lost: Set<string>): Input | undefined {
  const value = cell.value as unknown
  if (value === null || value === undefined) return undefined
  if (typeof value === 'number' || typeof value === 'boolean' || typeof value === 'string') return value
  if (value instanceof Date) return serialOf(value)
  const held = value as Record<string, unknown>
  if ('formula' in held || 'sharedFormula' in held) {
    if (held.shareType === 'array' && typeof held.ref === 'string') markSpilled(held.ref, spilled)
    const formula = formulaTold(formulaFromFile(String(cell.formula ?? '')), lost)
    if (formula) return formula
    return plainOf(held.result)
  }
  if ('richText' in held && Array.isArray(held.richText)) {
    lost.add('text whose letters look different from each other')
    return held.richText.map((part: { text?: unknown }) => String(part.text ?? '')).join('')
  }
  if ('hyperlink' in held) return plainOf(held.text)
  // An error that was typed in can’t be: a formula gives it.
  if ('error' in held) return new Formula(held.error === '#N/A' ? '=NA()' : `=${String(held.error)}`)
  return undefined
}

function plainOf(value: unknown): Input | undefined {
  if (typeof value === 'number' || typeof value === 'boolean' || typeof value === 'string') return value
  if (value instanceof Date) return serialOf(value)
  if (typeof value === 'object' && value !== null && 'richText' in value && Array.isArray(value.richText))
    return value.richText.map((part: { text?: unknown }) => String(part.text ?? '')).join('')
  return undefined
}

/** Cells that an array formula fills: they come from it again. */
function markSpilled(ref: string, spilled: Set<string>): void {
  const [area] = areasIn(ref)
  if (!area) return
  const { top, left, bottom, right } = blockAt(area)
  for (let row = top; row <= Math.min(bottom, top + 9999); row += 1)
    for (let column = left; column <= Math.min(right, left + 999); column += 1)
      if (row !== top || column !== left) spilled.add(`${row} ${column}`)
}

function sizesFrom(worksheet: Worksheet, xml: Element) {
  const widths: Record<number, number> = {}
  const columns: number[] = []
  for (const { attributes } of childrenOf(childOf(xml, 'cols'), 'col')) {
    const [from, to] = [Number(attributes.min) - 1, Math.min(Number(attributes.max) - 1, Number(attributes.min) + 254)]
    for (let column = from; column <= to; column += 1) {
      const pixels = Math.round(Number(attributes.width) * 7 + 5)
      const plain = isOn(attributes.hidden) && Number(attributes.width) === PLAIN_WIDTH
      if (isOn(attributes.customWidth) && pixels >= 20 && !plain) widths[column] = Math.min(800, pixels)
      if (isOn(attributes.hidden)) columns.push(column)
    }
  }
  const heights: Record<number, number> = {}
  const rows: number[] = []
  worksheet.eachRow({ includeEmpty: true }, (row, number) => {
    if (row.height && !(row.hidden && row.height === PLAIN_HEIGHT))
      heights[number - 1] = Math.min(400, Math.max(16, Math.round(row.height / 0.75)))
    if (row.hidden) rows.push(number - 1)
  })
  return { widths, heights, hidden: { rows: rows.slice(0, 20_000), columns } }
}

function markingsFrom(worksheet: Worksheet, lost: Set<string>): Features['markings'] {
  const formattings = (
    worksheet as unknown as {
      conditionalFormattings: { ref: string; rules: (Parameters<typeof markingFrom>[1] & { priority: number })[] }[]
    }
  ).conditionalFormattings
  return formattings
    .flatMap(({ ref, rules }) => areasIn(ref).flatMap(area => rules.map(rule => ({ area, rule }))))
    .sort((one, other) => one.rule.priority - other.rule.priority)
    .flatMap(({ area, rule }) => {
      const marking = markingFrom(area, rule)
      if (!marking) lost.add('marks by rule of a kind that isn’t shown here')
      return marking ? [marking] : []
    })
    .slice(0, 200)
}

function pageFrom({ pageSetup, headerFooter }: Worksheet): Features['page'] {
  const paper = (Object.keys(PAPERS) as (keyof typeof PAPERS)[]).find(name => PAPERS[name] === pageSetup.paperSize)
  const { printArea, margins, fitToPage, fitToWidth, fitToHeight } = pageSetup
  const again = (pageSetup as { printTitlesRow?: string }).printTitlesRow
  const oneArea = printArea?.split(/&&|,/)[0]?.replaceAll('$', '')
  return {
    paper: paper ?? 'A4',
    across: pageSetup.orientation === 'landscape',
    fit: fitToPage ? { wide: Math.min(100, fitToWidth ?? 1), tall: Math.min(100, fitToHeight ?? 1) } : null,
    margin: margins ? marginInMillimetres(margins.left) : 18,
    header: wordsFrom((headerFooter as typeof headerFooter | null)?.oddHeader ?? ''),
    footer: wordsFrom((headerFooter as typeof headerFooter | null)?.oddFooter ?? ''),
    area: oneArea ?? null,
    again: again ? again.replaceAll('$', '') : null,
    lines: pageSetup.showGridLines === true,
  }
}
