import { ExcelJS } from './library'
import type { CellValue, Workbook as Book, Worksheet } from 'exceljs'
import { blockAt } from '../../addresses'
import { areaName, blocksOverlap, columnName } from '../../formula/references'
import { isError } from '../../formula/values'
import type { Scalar } from '../../formula/values'
import { Formula } from '../../workbook/formula'
import { hiddenRows } from '../../workbook/hidden'
import { tablesOn } from '../../workbook/tables'
import { extentOf } from '../../workbook/workbook'
import type { Sheet, Workbook } from '../../workbook/workbook'
import { asBytes, partsOf, textOf, zipped } from '../archive'
import type { Parts } from '../archive'
import { chartPart, drawingPart } from './charts'
import { filterInFile } from './filters'
import { formulaInFile } from './formulas'
import { inputsInFile } from './inputs'
import { styleOf } from './looks'
import { ruleOf } from './marks'
import { namesAdded, relationshipAdded, sheetMended } from './mending'
import { tablePart } from './tables'
import { marginInInches, PAPERS, pageWords, PLAIN_HEIGHT } from './pages'

/** Something written to a file, and what of the workbook has no place in it, in words. */
export interface Written {
  bytes: Uint8Array
  lost: readonly string[]
}

const inFile = (value: Scalar): string | number | boolean | { error: string } => {
  if (value === null) return ''
  if (!isError(value)) return value
  // Errors of ours have no name elsewhere.
  return { error: value.code === '#CIRCLE!' || value.code === '#NOROOM!' ? '#VALUE!' : value.code }
}

/** A workbook as XLSX (ISO/IEC 29500), with what formulas give kept beside them. */
export async function writeXlsx(workbook: Workbook): Promise<Written> {
  const lost = new Set<string>()
  const book = new ExcelJS.Workbook()
  book.created = book.modified = new Date(Date.UTC(2027, 0, 1))
  for (const [place, sheet] of workbook.sheets.entries()) writeSheet(book, workbook, place, sheet, lost)
  const parts = partsOf(new Uint8Array(await book.xlsx.writeBuffer()))
  mend(parts, workbook, lost)
  return { bytes: zipped(parts, ['[Content_Types].xml']), lost: [...lost] }
}

function writeSheet(book: Book, workbook: Workbook, place: number, sheet: Sheet, lost: Set<string>): void {
  const { rows, columns } = sheet.frozen
  const { features } = sheet
  const worksheet = book.addWorksheet(sheet.name, {
    views: rows + columns > 0 ? [{ state: 'frozen', xSplit: columns, ySplit: rows }] : [{ state: 'normal' }],
  })
  for (const [row, column, format] of sheet.formats.entries())
    Object.assign(worksheet.getCell(row + 1, column + 1), { style: styleOf(format) })
  writeCells(worksheet, sheet, lost)
  for (const [column, width] of Object.entries(sheet.widths))
    worksheet.getColumn(Number(column) + 1).width = (width - 5) / 7
  for (const [row, height] of Object.entries(sheet.heights)) worksheet.getRow(Number(row) + 1).height = height * 0.75
  for (const column of features.hidden.columns) worksheet.getColumn(column + 1).hidden = true
  for (const at of hiddenRows(sheet).keys()) {
    const row = worksheet.getRow(at + 1)
    row.hidden = true
    // The library writes no empty row without a height.
    row.height ??= PLAIN_HEIGHT
  }
  for (const area of features.merged) worksheet.mergeCells(area)
  for (const [row, column, note] of sheet.notes.entries()) worksheet.getCell(row + 1, column + 1).note = note
  for (const [row, column, link] of sheet.links.entries()) {
    const cell = worksheet.getCell(row + 1, column + 1)
    const value: unknown = cell.value
    if (typeof value === 'object' && value !== null) lost.add('links of cells that hold formulas')
    else cell.value = { text: typeof value === 'string' ? value : String(value ?? ''), hyperlink: link }
  }
  for (const [at, marking] of features.markings.entries())
    worksheet.addConditionalFormatting({ ref: marking.area, rules: [ruleOf(marking, at + 1)] })
  writePage(worksheet, sheet)
  if (features.locked) Object.assign(worksheet, { sheetProtection: { sheet: true, selectLockedCells: true } })
}

function writeCells(worksheet: Worksheet, sheet: Sheet, lost: Set<string>): void {
  for (const [row, column, input] of sheet.inputs.entries()) {
    const cell = worksheet.getCell(row + 1, column + 1)
    if (!(input instanceof Formula)) {
      cell.value = input
      continue
    }
    const result = inFile(sheet.values.at(row, column) ?? null)
    const formula = formulaInFile(input.text)
    const spill = sheet.spills.at(row, column)
    if (formula === null) {
      lost.add('formulas that no other program has a function for: what they show is kept, and no longer follows')
      cell.value = result as CellValue
      if (spill && !spill.blocked) writeSpill(worksheet, sheet, row, column, spill)
      continue
    }
    if (!spill || spill.blocked) {
      cell.value = { formula, result } as CellValue
      continue
    }
    const ref = `${columnName(column)}${row + 1}:${columnName(column + spill.columns - 1)}${row + spill.rows}`
    cell.value = { formula, shareType: 'array', ref, result } as unknown as CellValue
    writeSpill(worksheet, sheet, row, column, spill)
  }
}

/** What an array has put beside its formula. */
function writeSpill(
  worksheet: Worksheet,
  sheet: Sheet,
  row: number,
  column: number,
  { rows, columns }: { rows: number; columns: number },
): void {
  for (let down = 0; down < rows; down += 1)
    for (let across = 0; across < columns; across += 1)
      if (down + across > 0)
        worksheet.getCell(row + down + 1, column + across + 1).value = inFile(
          sheet.values.at(row + down, column + across) ?? null,
        ) as CellValue
}

function writePage(worksheet: Worksheet, { features: { page } }: Sheet): void {
  const margin = marginInInches(page.margin)
  Object.assign(worksheet.pageSetup, {
    paperSize: PAPERS[page.paper],
    orientation: page.across ? 'landscape' : 'portrait',
    margins: { left: margin, right: margin, top: margin, bottom: margin, header: 0.3, footer: 0.3 },
    showGridLines: page.lines,
    ...(page.fit ? { fitToPage: true, fitToWidth: page.fit.wide, fitToHeight: page.fit.tall } : {}),
    ...(page.area ? { printArea: page.area } : {}),
    ...(page.again ? { printTitlesRow: page.again } : {}),
  })
  const [header, footer] = [pageWords(page.header), pageWords(page.footer)]
  Object.assign(worksheet.headerFooter, {
    ...(header ? { oddHeader: header } : {}),
    ...(footer ? { oddFooter: footer } : {}),
  })
}

/** What the library leaves out or in another order than the standard asks for. */
function mend(parts: Parts, workbook: Workbook, lost: Set<string>): void {
  const put = (name: string, text: string): void => void parts.set(name, asBytes(text))
  const types: string[] = []
  let [charts, drawings, count] = [0, 0, 0]
  for (const [place, sheet] of workbook.sheets.entries()) {
    const name = `xl/worksheets/sheet${place + 1}.xml`
    const more: { name: string; xml: string }[] = []
    const { filter, inputs } = sheet.features
    const tables = tablesOn(sheet)
    const filtered = filter && tables.find(table => blocksOverlap(table, blockAt(filter.area)))
    if (inputs.length > 0) more.push({ name: 'dataValidations', xml: inputsInFile(inputs) })
    let inTable: string | null = null
    if (filter) {
      const written = filterInFile(filter)
      if (written.lost.length > 0) lost.add('conditions of a filter that files have no words for; its rows stay hidden')
      if (!filtered) more.push({ name: 'autoFilter', xml: written.xml })
      else if (areaName(filtered) === filter.area) inTable = written.xml
      else lost.add('a filter of part of a table; its rows stay hidden')
    }
    const drawn = sheet.features.charts
    if (drawn.length > 0) {
      drawings += 1
      const drawing = `chartDrawing${drawings}.xml`
      let inside: string | null = null
      for (const chart of drawn) {
        charts += 1
        put(`xl/charts/chart${charts}.xml`, chartPart(chart, sheet.name))
        types.push(override(`/xl/charts/chart${charts}.xml`, 'drawingml.chart'))
        inside = relationshipAdded(inside, 'chart', `../charts/chart${charts}.xml`).xml
      }
      put(`xl/drawings/${drawing}`, drawingPart(drawn, extentOf(sheet).columns + 1))
      put(`xl/drawings/_rels/${drawing}.rels`, inside ?? '')
      types.push(override(`/xl/drawings/${drawing}`, 'drawing'))
      const rels = `xl/worksheets/_rels/sheet${place + 1}.xml.rels`
      const related = relationshipAdded(textOf(parts, rels), 'drawing', `../drawings/${drawing}`)
      put(rels, related.xml)
      more.push({ name: 'drawing', xml: `<drawing r:id="${related.id}"/>` })
    }
    const tableIds = tables.map(table => {
      count += 1
      put(`xl/tables/table${count}.xml`, tablePart(table, count, table === filtered ? inTable : null))
      types.push(override(`/xl/tables/table${count}.xml`, 'spreadsheetml.table'))
      const rels = `xl/worksheets/_rels/sheet${place + 1}.xml.rels`
      const related = relationshipAdded(textOf(parts, rels), 'table', `../tables/table${count}.xml`)
      put(rels, related.xml)
      return `<tablePart r:id="${related.id}"/>`
    })
    if (tableIds.length > 0)
      more.push({ name: 'tableParts', xml: `<tableParts count="${tableIds.length}">${tableIds.join('')}</tableParts>` })
    put(name, sheetMended(textOf(parts, name) ?? '', more))
  }
  const names = workbook.names.flatMap(({ name, formula }) => {
    const written = formulaInFile(formula.text)
    return written === null ? [] : [{ name, formula: written }]
  })
  put('xl/workbook.xml', namesAdded(textOf(parts, 'xl/workbook.xml') ?? '', names))
  const content = textOf(parts, '[Content_Types].xml') ?? ''
  put(
    '[Content_Types].xml',
    content.replace('</Types>', () => `${types.join('')}</Types>`),
  )
}

const override = (part: string, kind: string): string =>
  `<Override PartName="${part}" ContentType="application/vnd.openxmlformats-officedocument.${kind}+xml"/>`
