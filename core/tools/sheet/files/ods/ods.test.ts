import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import * as XLSX from 'xlsx'
import { isError } from '../../formula/values'
import { valueAt } from '../../workbook/workbook'
import { workbookOf } from '../../books.fixture'
import { partsOf, textOf, UnreadableFile } from '../archive'
import { fullBook, plainBook, TODAY } from '../books.fixture'
import { readXml } from '../xml'
import { formulaFromOds, formulaInOds } from './formulas'
import { readOds } from './reading'
import { writeOds } from './writing'

const { workbook } = fullBook()
const written = writeOds(workbook)

describe('a formula of OpenFormula', () => {
  it.each([
    ['=SUM(A1:B2,C3)', 'of:=SUM([.A1:.B2];[.C3])'],
    ['=Rates!$B$3*2', 'of:=[$Rates.$B$3]*2'],
    ['=\'Two words\'!A1&"a;b[c]"', 'of:=[$\'Two words\'.A1]&"a;b[c]"'],
    ['=SUM({1,2;3,4})', 'of:=SUM({1;2|3;4})'],
    ['=SUM(A:A,3:4)', 'of:=SUM([.A:.A];[.3:.4])'],
    ['=A1:C9 B2:D4', 'of:=[.A1:.C9]![.B2:.D4]'],
    ['=IF(A1<>"",Fees,-2^2%)', 'of:=IF([.A1]<>"";Fees;-2^2%)'],
  ])('%s is %s, and the other way round', (ours, theirs) => {
    expect(formulaInOds(ours)).toBe(theirs)
    expect(formulaFromOds(theirs)).toBe(ours)
  })

  it('that points into another file, or that can’t be read, is none', () => {
    expect(formulaFromOds("of:=['file:///a.ods'#$Sheet1.A1]")).toBeNull()
    expect(formulaFromOds('of:=SUM(')).toBeNull()
    expect(formulaFromOds('of:=[.#REF!]+1')).toBe('=#REF!+1')
  })
})

describe('a workbook written as ODS', () => {
  it('comes back with its values, formulas, names and basic looks', () => {
    const read = readOds(written.bytes, TODAY)
    const [was, is] = [plainBook(workbook), plainBook(read.workbook)]
    for (const [at, sheet] of was.sheets.entries()) {
      // Parts of tables are plain cells there.
      const inputs =
        sheet.name === 'Rates'
          ? { ...sheet.inputs, '1 3': '=B2*2+MAX($B$2:$B$4)', '2 3': '=ROWS($A$2:$B$4)&TEXTJOIN("",TRUE,$A$1:$B$1)' }
          : sheet.inputs
      expect(is.sheets[at]!.inputs).toEqual(inputs)
      expect(is.sheets[at]!.widths).toEqual(sheet.widths)
      const looks = Object.fromEntries(
        Object.entries(sheet.formats).flatMap(([place, format]) => {
          const { open: _, ...look } = format!
          return Object.keys(look).length > 0 ? [[place, look]] : []
        }),
      )
      expect(is.sheets[at]!.formats).toEqual(looks)
      expect(is.sheets[at]!.features.merged).toEqual(sheet.features.merged)
    }
    expect(is.names).toEqual(was.names)
    expect(read.lost).toEqual([])
    expect(written.lost.join('; ')).toMatch(/rules, filters.*notes and links.*stay in sight/)
  })

  it('is read by a library of another make with equal values and formulas', () => {
    const book = XLSX.read(written.bytes, { cellFormula: true })
    expect(book.SheetNames).toEqual(workbook.sheets.map(({ name }) => name))
    for (const sheet of workbook.sheets)
      for (const [row, column, input] of sheet.inputs.entries()) {
        const cell = book.Sheets[sheet.name]![XLSX.utils.encode_cell({ r: row, c: column })] as XLSX.CellObject
        const value = valueAt(sheet, row, column)
        const date = sheet.formats.at(row, column)?.number?.includes('yy')
        if (!isError(value) && !date) expect(cell.v, `${row} ${column}`).toEqual(value)
        if (typeof input === 'object') expect(cell.f).toBeDefined()
      }
  })

  it('begins with its kind, unpacked, and has parts that are XML and listed', () => {
    expect(new TextDecoder().decode(written.bytes.slice(30, 38))).toBe('mimetype')
    const parts = partsOf(written.bytes)
    const manifest = textOf(parts, 'META-INF/manifest.xml')!
    for (const name of parts.keys()) {
      if (name.endsWith('.xml')) expect(() => readXml(textOf(parts, name)!)).not.toThrow()
      if (!name.startsWith('META') && name !== 'mimetype') expect(manifest).toContain(`full-path="${name}"`)
    }
  })

  it('keeps spaces, lines and marks of texts', () => {
    const texts = ['  two  spaces ', 'line\nbreak', 'a\tb', '<&>"', "=no formula's"]
    const book = workbookOf({ One: texts.map(text => [`'${text}`]) }).workbook
    const [sheet] = readOds(writeOds(book).bytes, TODAY).workbook.sheets
    expect(texts.map((_, row) => sheet!.inputs.at(row, 0))).toEqual(texts)
  })
})

describe('a document of another make', () => {
  it('with repeated cells, styles and times is read; what has no place here is told', () => {
    const content =
      '<office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x" xmlns:style="s" xmlns:fo="f" xmlns:draw="d">' +
      '<office:automatic-styles><style:style style:name="ce1" style:family="table-cell">' +
      '<style:text-properties fo:font-weight="bold" fo:color="#ff0000"/></style:style>' +
      '</office:automatic-styles>' +
      '<office:body><office:spreadsheet><table:table table:name="T"><table:table-row>' +
      '<table:table-cell office:value-type="float" office:value="2" table:number-columns-repeated="3" table:style-name="ce1"/>' +
      '<table:table-cell office:value-type="time" office:time-value="PT06H30M00S"/>' +
      '<table:table-cell table:number-columns-repeated="16380"/></table:table-row>' +
      '<table:table-row table:number-rows-repeated="2">' +
      '<table:table-cell table:formula="of:=SUM([.A1:.C1])" office:value-type="float" office:value="0"/>' +
      '</table:table-row>' +
      '<table:table-row table:number-rows-repeated="1048573">' +
      '<table:table-cell table:number-columns-repeated="16384"/></table:table-row>' +
      '</table:table><draw:frame/></office:spreadsheet></office:body></office:document-content>'
    const { workbook: read, lost } = readOds(zipSync({ 'content.xml': strToU8(content) }), TODAY)
    const [sheet] = read.sheets
    expect([0, 1, 2, 3].map(column => valueAt(sheet!, 0, column))).toEqual([2, 2, 2, 0.270_833_333_333_333_3])
    expect([1, 2].map(row => valueAt(sheet!, row, 0))).toEqual([6, 6])
    expect(sheet!.formats.at(0, 1)).toEqual({ bold: true, ink: 'bad' })
    expect(lost).toEqual(['colours of letters, brought to the nearest of ours', 'pictures and charts'])
  })

  it.each(['constructor', 'toString', '__proto__', 'justify'])('aligned by “%s” is aligned as it is', align => {
    const content = textOf(partsOf(written.bytes), 'content.xml')!.replace(
      /text-align="[a-z]+"/g,
      `text-align="${align}"`,
    )
    const { workbook: read } = readOds(zipSync({ 'content.xml': strToU8(content) }), TODAY)
    const aligned = read.sheets.flatMap(({ formats }) =>
      [...formats.entries()].flatMap(([, , look]) => look.align ?? []),
    )
    expect(aligned).toEqual([])
  })

  it('that is none is refused in words', () => {
    expect(() => readOds(zipSync({ 'other.xml': strToU8('<x/>') }), TODAY)).toThrow(UnreadableFile)
    expect(() => readOds(zipSync({ 'content.xml': strToU8('<x') }), TODAY)).toThrow(UnreadableFile)
  })
})
