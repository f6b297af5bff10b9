import { zipSync, strToU8 } from 'fflate'
import { describe, expect, it } from 'vitest'
import * as XLSX from 'xlsx'
import { isError } from '../../formula/values'
import { readCorner } from '../../formula/references'
import { formulaAt, valueAt } from '../../workbook/workbook'
import type { Workbook } from '../../workbook/workbook'
import { TODAY } from '../books.fixture'
import { readXlsx } from './reading'

function at(workbook: Workbook, cell: string, sheet = 0): unknown {
  const { row, column } = readCorner(cell)!
  const value = valueAt(workbook.sheets[sheet]!, row, column)
  return isError(value) ? value.code : value
}
const formula = (workbook: Workbook, cell: string, sheet = 0): string | undefined => {
  const { row, column } = readCorner(cell)!
  return formulaAt(workbook.sheets[sheet]!, row, column)?.text
}
const format = (workbook: Workbook, cell: string) => {
  const { row, column } = readCorner(cell)!
  return workbook.sheets[0]!.formats.at(row, column)
}

/** Files made by a library of another make. */
const made = (build: (book: XLSX.WorkBook) => void, options: XLSX.WritingOptions = {}): Uint8Array => {
  const book = XLSX.utils.book_new()
  build(book)
  return new Uint8Array(XLSX.write(book, { type: 'buffer', bookType: 'xlsx', ...options }) as Buffer)
}
const sheetOf = (cells: unknown[][]): XLSX.WorkSheet => XLSX.utils.aoa_to_sheet(cells)

describe('files of another library', () => {
  it('with numbers, texts, logicals and dates', async () => {
    const file = made(book => {
      const sheet = sheetOf([['Berth', 'Fee', 'Paid', 'Renews']])
      XLSX.utils.sheet_add_aoa(sheet, [['A1', 421.8, true, 46_478]], { origin: 'A2' })
      sheet.D2!.z = 'd mmm yyyy'
      XLSX.utils.book_append_sheet(book, sheet, 'Berths')
    })
    const { workbook, lost } = await readXlsx(file, TODAY)
    expect(['A2', 'B2', 'C2', 'D2'].map(cell => at(workbook, cell))).toEqual(['A1', 421.8, true, 46_478])
    expect(format(workbook, 'D2')).toEqual({ number: 'd mmm yyyy' })
    expect(lost).toEqual([])
  })

  it('with formulas across sheets and names, worked out anew', async () => {
    const file = made(book => {
      const sheet = sheetOf([[100], [200]])
      sheet.A3 = { t: 'n', f: 'SUM(A1:A2)*Rates!A1', v: 0 }
      sheet.A4 = { t: 'n', f: 'SUM(Fees)', v: 0 }
      sheet['!ref'] = 'A1:A4'
      XLSX.utils.book_append_sheet(book, sheet, 'Berths')
      XLSX.utils.book_append_sheet(book, sheetOf([[0.5]]), 'Rates')
      book.Workbook = { Names: [{ Name: 'Fees', Ref: 'Berths!$A$1:$A$2' }] }
    })
    const { workbook } = await readXlsx(file, TODAY)
    expect([at(workbook, 'A3'), at(workbook, 'A4'), workbook.names[0]?.formula.text]).toEqual([
      150,
      300,
      '=Berths!$A$1:$A$2',
    ])
  })

  it('with strings in a table of their own, and awkward ones', async () => {
    const texts = ['<b>&"\'', '  two  spaces ', 'line\nbreak', 'Ünïcödé ✓ 漢字', '=no formula', "'quoted"]
    for (const bookSST of [true, false]) {
      const file = made(book => XLSX.utils.book_append_sheet(book, sheetOf(texts.map(text => [text])), 'T'), {
        bookSST,
      })
      const { workbook } = await readXlsx(file, TODAY)
      expect(texts.map((_, row) => at(workbook, `A${row + 1}`))).toEqual(texts)
      expect(formula(workbook, 'A5')).toBeUndefined()
    }
  })

  it('with merged cells, widths, hidden lines, links and notes', async () => {
    const file = made(book => {
      const sheet = sheetOf([['Title'], ['x', 'y'], ['z']])
      sheet['!merges'] = [XLSX.utils.decode_range('A1:B1')]
      sheet['!cols'] = [{ width: 20 }, { hidden: true }]
      sheet['!rows'] = [{}, {}, { hidden: true }]
      sheet.A2!.l = { Target: 'https://sallowmere.test/' }
      sheet.A2!.c = [{ a: 'Asha', t: 'look here' }]
      XLSX.utils.book_append_sheet(book, sheet, 'T')
    })
    const [sheet] = (await readXlsx(file, TODAY)).workbook.sheets
    expect(sheet!.features.merged).toEqual(['A1:B1'])
    expect(sheet!.features.hidden).toEqual({ rows: [2], columns: [1] })
    expect(sheet!.widths[0]).toBe(145)
    expect(sheet!.links.at(1, 0)).toBe('https://sallowmere.test/')
    expect(sheet!.notes.at(1, 0)).toContain('look here')
  })

  it('with errors and functions that we don’t have: shown, and told', async () => {
    const file = made(book => {
      const sheet = sheetOf([[1]])
      sheet.A2 = { t: 'e', f: '1/0', v: 7 }
      sheet.A3 = { t: 'n', f: 'CUBEVALUE("x")', v: 12 }
      sheet.A4 = { t: 'e', v: 42 }
      sheet['!ref'] = 'A1:A4'
      XLSX.utils.book_append_sheet(book, sheet, 'T')
    })
    const { workbook, lost } = await readXlsx(file, TODAY)
    expect(['A2', 'A3', 'A4'].map(cell => at(workbook, cell))).toEqual(['#DIV/0!', '#NAME?', '#N/A'])
    expect(lost).toEqual(['the function CUBEVALUE, which isn’t there: its cells show #NAME?'])
  })
})

const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
const RELATIONS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
const PLAIN_STYLES =
  '<fonts count="1"><font/></fonts><fills count="1"><fill/></fills>' +
  '<borders count="1"><border/></borders><cellXfs count="1"><xf/></cellXfs>'
/** A file written by hand: one sheet, and whatever else is given. */
function byHand(
  sheet: string,
  {
    workbook = '',
    styles = '',
    strings = '',
    more = {},
    sheets = '',
  }: {
    workbook?: string
    styles?: string
    strings?: string
    sheets?: string
    more?: Readonly<Record<string, string>>
  } = {},
): Uint8Array {
  const head = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>'
  const relation = (id: number, type: string, target: string) =>
    `<Relationship Id="rId${id}" Type="${RELATIONS}/${type}" Target="${target}"/>`
  const parts: Record<string, string> = {
    '[Content_Types].xml':
      `${head}<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">` +
      '<Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>' +
      '<Default Extension="xml" ContentType="application/xml"/></Types>',
    '_rels/.rels':
      `${head}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">` +
      `${relation(1, 'officeDocument', 'xl/workbook.xml')}</Relationships>`,
    'xl/_rels/workbook.xml.rels':
      `${head}<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">` +
      `${relation(1, 'worksheet', 'worksheets/sheet1.xml')}${relation(2, 'styles', 'styles.xml')}` +
      `${relation(3, 'sharedStrings', 'sharedStrings.xml')}` +
      `${relation(4, 'worksheet', 'worksheets/sheet2.xml')}</Relationships>`,
    'xl/workbook.xml':
      `${head}<workbook xmlns="${MAIN}" xmlns:r="${RELATIONS}">` +
      `${workbook.includes('workbookPr') ? workbook : ''}<sheets>` +
      `<sheet name="One" sheetId="1" r:id="rId1"/>${sheets}</sheets>` +
      `${workbook.includes('workbookPr') ? '' : workbook}</workbook>`,
    'xl/styles.xml': `${head}<styleSheet xmlns="${MAIN}">` + `${styles || PLAIN_STYLES}</styleSheet>`,
    'xl/sharedStrings.xml': `${head}<sst xmlns="${MAIN}">${strings}</sst>`,
    'xl/worksheets/sheet1.xml': `${head}<worksheet xmlns="${MAIN}" xmlns:r="${RELATIONS}">${sheet}</worksheet>`,
    ...more,
  }
  return zipSync(Object.fromEntries(Object.entries(parts).map(([name, text]) => [name, strToU8(text)])))
}
const cell = (ref: string, inside: string, more = '') => `<c r="${ref}"${more}>${inside}</c>`

describe('files written by hand', () => {
  it('with strings shared, inline and of several looks', async () => {
    const rows =
      cell('A1', '<v>0</v>', ' t="s"') +
      cell('B1', '<is><t>inline</t></is>', ' t="inlineStr"') +
      cell('C1', '<v>1</v>', ' t="s"') +
      cell('D1', '<v>direct</v>', ' t="str"')
    const { workbook, lost } = await readXlsx(
      byHand(`<sheetData><row r="1">${rows}</row></sheetData>`, {
        strings:
          '<si><t xml:space="preserve"> shared </t></si><si><r><t>of </t></r><r><rPr><b/></rPr><t>two</t></r></si>',
      }),
      TODAY,
    )
    expect(['A1', 'B1', 'C1', 'D1'].map(one => at(workbook, one))).toEqual([' shared ', 'inline', 'of two', 'direct'])
    expect(lost).toEqual(['text whose letters look different from each other'])
  })

  it('with formats, fills, borders and colours that are none of ours', async () => {
    const styles =
      '<numFmts count="1"><numFmt numFmtId="170" formatCode="#,##0.000"/></numFmts>' +
      '<fonts count="2"><font/><font><b/><i/><u/><color rgb="FFFF0000"/></font></fonts>' +
      '<fills count="3"><fill><patternFill patternType="none"/></fill><fill>' +
      '<patternFill patternType="gray125"/></fill><fill><patternFill patternType="solid">' +
      '<fgColor rgb="FFFFFF00"/></patternFill></fill></fills>' +
      '<borders count="2"><border/><border><left/><right/><top/><bottom style="thin"/></border></borders>' +
      '<cellXfs count="4"><xf/>' +
      '<xf numFmtId="170" fontId="1" fillId="2" borderId="1" applyNumberFormat="1" applyFont="1" ' +
      'applyFill="1" applyBorder="1"/>' +
      '<xf numFmtId="14" applyNumberFormat="1"/>' +
      '<xf numFmtId="10" applyNumberFormat="1" applyAlignment="1">' +
      '<alignment horizontal="center" wrapText="1"/></xf></cellXfs>'
    const row =
      cell('A1', '<v>1</v>', ' s="1"') + cell('B1', '<v>61</v>', ' s="2"') + cell('C1', '<v>0.5</v>', ' s="3"')
    const { workbook, lost } = await readXlsx(
      byHand(`<sheetData><row r="1">${row}</row></sheetData>`, { styles }),
      TODAY,
    )
    expect(format(workbook, 'A1')).toEqual({
      number: '#,##0.000',
      bold: true,
      italic: true,
      underline: true,
      ink: 'bad',
      fill: 'amber',
      border: 'below',
    })
    expect(at(workbook, 'B1')).toBe(61)
    expect(format(workbook, 'C1')).toMatchObject({ number: '0.00%', align: 'centre', wrap: true })
    expect(lost).toHaveLength(2)
  })

  it('with days of the system that counts from 1904', async () => {
    const styles =
      '<fonts count="1"><font/></fonts><fills count="1"><fill/></fills><borders count="1"><border/></borders>' +
      '<cellXfs count="2"><xf/><xf numFmtId="14" applyNumberFormat="1"/></cellXfs>'
    const sheet = `<sheetData><row r="1">${cell('A1', '<v>45016</v>', ' s="1"')}${cell('B1', '<v>45016</v>')}</row></sheetData>`
    const { workbook } = await readXlsx(byHand(sheet, { styles, workbook: '<workbookPr date1904="1"/>' }), TODAY)
    // 45016 days after 1 January 1904 is 1 April 2027; what isn’t shown as a day is a number.
    expect([at(workbook, 'A1'), at(workbook, 'B1')]).toEqual([46_478, 45_016])
  })

  it('with formulas that are shared, arrays, and such as point into other files', async () => {
    const rows =
      `<row r="1">${cell('A1', '<v>2</v>')}${cell('B1', '<f t="shared" ref="B1:B3" si="0">A1*10+$A$1</f><v>22</v>')}</row>` +
      `<row r="2">${cell('A2', '<v>3</v>')}${cell('B2', '<f t="shared" si="0"/><v>32</v>')}</row>` +
      `<row r="3">${cell('A3', '<v>4</v>')}${cell('B3', '<f t="shared" si="0"/><v>42</v>')}</row>` +
      `<row r="4">${cell('A4', '<f t="array" ref="A4:C4">TRANSPOSE(A1:A3)</f><v>2</v>')}` +
      `${cell('B4', '<v>3</v>')}${cell('C4', '<v>4</v>')}</row>` +
      `<row r="5">${cell('A5', '<f>[1]Other!A1+1</f><v>99</v>')}` +
      `${cell('B5', '<f>_xlfn.CONCAT(A1,"x")</f><v>2x</v>', ' t="str"')}</row>`
    const { workbook, lost } = await readXlsx(
      byHand(`<sheetData>${rows}</sheetData>`, {
        more: { 'xl/externalLinks/externalLink1.xml': '<externalLink/>' },
      }),
      TODAY,
    )
    expect(['B1', 'B2', 'B3'].map(one => formula(workbook, one))).toEqual(['=A1*10+$A$1', '=A2*10+$A$1', '=A3*10+$A$1'])
    expect(['B3', 'A4', 'B4', 'C4', 'A5', 'B5'].map(one => at(workbook, one))).toEqual([42, 2, 3, 4, 99, '2x'])
    expect(formula(workbook, 'A5')).toBeUndefined()
    expect(lost.join('; ')).toMatch(/other files.*can’t be read here/)
  })

  it('with rules of other makes, names, a second sheet and parts that nobody here knows', async () => {
    const sheet =
      `<sheetData><row r="1">${cell('A1', '<f>Two!A1*2+SUM(Both)</f>')}</row></sheetData>` +
      '<autoFilter ref="A1:C9"><filterColumn colId="1"><customFilters>' +
      '<customFilter operator="greaterThan" val="5"/></customFilters></filterColumn></autoFilter>' +
      '<mergeCells count="1"><mergeCell ref="B2:C2"/></mergeCells>' +
      '<conditionalFormatting sqref="A1:A9 C1:C9"><cfRule type="duplicateValues" priority="2"/>' +
      '<cfRule type="iconSet" priority="3"><iconSet iconSet="3Arrows"><cfvo type="percent" val="0"/>' +
      '<cfvo type="percent" val="33"/><cfvo type="percent" val="67"/></iconSet></cfRule>' +
      '</conditionalFormatting>' +
      '<dataValidations count="2"><dataValidation type="list" sqref="A1:A1048576">' +
      '<formula1>"yes,no"</formula1></dataValidation>' +
      '<dataValidation type="decimal" operator="greaterThan" sqref="B1 B3"><formula1>0</formula1>' +
      '</dataValidation></dataValidations>' +
      '<pageSetup paperSize="8" orientation="landscape"/>'
    const { workbook, lost } = await readXlsx(
      byHand(sheet, {
        sheets: '<sheet name="Two" sheetId="2" state="hidden" r:id="rId4"/>',
        workbook:
          '<definedNames><definedName name="Both">Two!$A$1:$A$2</definedName>' +
          '<definedName name="Gone">#REF!</definedName></definedNames>',
        more: {
          'xl/worksheets/sheet2.xml':
            `<worksheet xmlns="${MAIN}"><sheetData><row r="1">${cell('A1', '<v>5</v>')}</row><row r="2">` +
            `${cell('A2', '<v>7</v>')}</row></sheetData></worksheet>`,
          'xl/vbaProject.bin': 'x',
          'customXml/item1.xml': '<x/>',
          'docProps/strange.xml': '<x/>',
        },
      }),
      TODAY,
    )
    const [one] = workbook.sheets
    expect([at(workbook, 'A1'), at(workbook, 'A2', 1)]).toEqual([22, 7])
    expect(one!.features.filter?.columns).toEqual([{ column: 'B', when: { is: 'more', to: '5' } }])
    expect(one!.features.markings.map(mark => [mark.area, mark.by === 'condition' && mark.when.is])).toEqual([
      ['A1:A9', 'repeated'],
      ['C1:C9', 'repeated'],
    ])
    expect(one!.features.inputs.map(({ area, rule }) => [area, rule.takes])).toEqual([
      ['A1:A1048576', 'one-of'],
      ['B1', 'number'],
      ['B3', 'number'],
    ])
    expect([one!.features.page.paper, one!.features.page.across]).toEqual(['A3', true])
    for (const what of [
      'programs (macros)',
      'data of other programs',
      'a sheet is hidden: Two',
      'the name Gone',
      'marks by rule',
    ])
      expect(lost.join('; ')).toContain(what)
  })

  it('with tables: their rows but not their total, filtered, and formulas that name their columns', async () => {
    const text = (ref: string, words: string) => cell(ref, `<is><t>${words}</t></is>`, ' t="inlineStr"')
    const rows =
      `<row r="1">${text('A1', 'Kind')}${text('B1', 'Fee due')}${text('C1', 'Twice')}</row>` +
      `<row r="2">${text('A2', 'rack')}${cell('B2', '<v>80</v>')}` +
      `${cell('C2', '<f>Fees[[#This Row],[Fee due]]*2</f><v>0</v>')}</row>` +
      `<row r="3" hidden="1">${text('A3', 'shed')}${cell('B3', '<v>20</v>')}` +
      `${cell('C3', '<f>Fees[[#This Row],[Fee due]]*2</f><v>0</v>')}</row>` +
      `<row r="4">${text('A4', 'Total')}${cell('B4', '<f>SUBTOTAL(109,Fees[Fee due])</f><v>0</v>')}</row>` +
      `<row r="6">${cell('A6', '<f>SUM(Fees[Twice])</f><v>0</v>')}${cell('B6', '<f>[1]Other!A1</f><v>7</v>')}</row>`
    const columns = ['Kind', 'Fee due', 'Twice'].map((name, place) => `<tableColumn id="${place + 1}" name="${name}"/>`)
    const table =
      `<table xmlns="${MAIN}" id="1" name="Fees" displayName="Fees" ref="A1:C4" totalsRowCount="1">` +
      '<autoFilter ref="A1:C3"><filterColumn colId="0"><filters><filter val="rack"/></filters></filterColumn>' +
      `</autoFilter><tableColumns count="3">${columns.join('')}</tableColumns>` +
      '<tableStyleInfo name="Any" showRowStripes="1"/></table>'
    const { workbook, lost } = await readXlsx(
      byHand(`<sheetData>${rows}</sheetData><tableParts count="1"><tablePart r:id="rId1"/></tableParts>`, {
        more: {
          'xl/tables/table1.xml': table,
          'xl/worksheets/_rels/sheet1.xml.rels':
            '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">' +
            `<Relationship Id="rId1" Type="${RELATIONS}/table" Target="../tables/table1.xml"/></Relationships>`,
        },
      }),
      TODAY,
    )
    expect(workbook.sheets[0]!.features.tables).toEqual([{ name: 'Fees', area: 'A1:C3' }])
    expect(workbook.sheets[0]!.features.filter).toMatchObject({ area: 'A1:C3', hides: [2] })
    expect([formula(workbook, 'C2'), at(workbook, 'C2'), at(workbook, 'B4'), at(workbook, 'A6')]).toEqual([
      '=Fees[@Fee due]*2',
      160,
      80,
      200,
    ])
    expect([at(workbook, 'B6'), formula(workbook, 'B6')]).toEqual([7, undefined])
    expect(lost).toEqual(['formulas that can’t be read here: what they showed is kept', 'the design of tables'])
  })
})

describe('cells with formulas', () => {
  it('are 320 with the values that a plain second reckoning gives', async () => {
    const { writeXlsx } = await import('./writing')
    const { workbookOf } = await import('../../books.fixture')
    const rows = Array.from({ length: 80 }, (_, at) => {
      const n = at + 1
      return [
        n * 1.25,
        n % 7,
        `=A${n}*B${n}+1`,
        `=IF(B${n}>3,A${n},-A${n})`,
        `=SUM(A$1:A${n})`,
        `=ROUND(A${n}/(B${n}+1),2)`,
      ]
    })
    const plain = rows.map((_, at) => {
      const a = (row: number) => (row + 1) * 1.25
      const b = (at + 1) % 7
      const sum = Array.from({ length: at + 1 }, (__, row) => a(row)).reduce((one, other) => one + other, 0)
      return [a(at) * b + 1, b > 3 ? a(at) : -a(at), sum, Math.round((a(at) / (b + 1)) * 100) / 100]
    })
    const { bytes } = await writeXlsx(workbookOf({ One: rows }).workbook)
    const cells = XLSX.read(bytes, { cellFormula: true }).Sheets.One!
    let count = 0
    for (const [row, values] of plain.entries())
      for (const [at, value] of values.entries()) {
        const found = cells[XLSX.utils.encode_cell({ r: row, c: at + 2 })] as XLSX.CellObject
        expect(found.f).toBeDefined()
        expect(found.v as number).toBeCloseTo(value, 9)
        count += 1
      }
    expect(count).toBe(320)
  })
})
