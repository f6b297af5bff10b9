import { describe, expect, it } from 'vitest'
import * as XLSX from 'xlsx'
import { after, value, workbookOf } from '../books.fixture'
import { UnreadableFile } from './archive'
import { readCsv, writeCsv } from './csv'

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text)
const into = (text: string, choices = {}) => {
  const { rows } = readCsv(bytes(text), choices)
  return after(workbookOf({ One: [[]] }), { type: 'cells.write', sheet: 'One', cell: 'A1', rows })
}

describe('a CSV file', () => {
  it.each([
    ['a,b\n1,2', ','],
    ['a;b\n1,5;2', ';'],
    ['a\tb\n1\t2', '\t'],
    ['a|b\n1|2', '|'],
  ])('%j is parted by what parts it', (text, delimiter) => {
    const read = readCsv(bytes(text))
    expect([read.delimiter, read.rows[0]]).toEqual([delimiter, ['a', 'b']])
  })

  it('keeps quoted marks, quotes and line ends', () => {
    expect(readCsv(bytes('"a,b","say ""so""","two\nlines"\r\n1,2,3\r\n')).rows).toEqual([
      ['a,b', 'say "so"', 'two\nlines'],
      ['1', '2', '3'],
    ])
  })

  it('is read in the encoding that it has', () => {
    expect(readCsv(new Uint8Array([0xef, 0xbb, 0xbf, 0x63, 0x61, 0x66, 0xc3, 0xa9])).rows).toEqual([['café']])
    expect(readCsv(new Uint8Array([0x63, 0x61, 0x66, 0xe9]))).toMatchObject({
      rows: [['café']],
      encoding: 'windows-1252',
    })
    expect(readCsv(new Uint8Array([0xff, 0xfe, 0x61, 0, 0x2c, 0, 0x62, 0])).rows).toEqual([['a', 'b']])
  })

  it('gives numbers, days and logicals, and formulas as text unless they are asked for', () => {
    const text = "2027-04-01,12.50,true,=1+1,'x,007"
    const state = into(text)
    expect(['A1', 'B1', 'C1', 'D1', 'E1', 'F1'].map(cell => value(state, cell))).toEqual([
      46_478,
      12.5,
      true,
      '=1+1',
      "'x",
      7,
    ])
    expect(value(into(text, { formulas: true }), 'D1')).toBe(2)
    const asText = into(text, { values: false })
    expect(['A1', 'B1', 'C1', 'D1', 'F1'].map(cell => value(asText, cell))).toEqual([
      '2027-04-01',
      '12.50',
      'true',
      '=1+1',
      '007',
    ])
  })

  it('takes a comma for the decimal mark where nothing else makes sense', () => {
    expect(readCsv(bytes('Job;Hours\nSlip;3,5\nWinch;1.250,75')).rows.slice(1)).toEqual([
      ['Slip', '3.5'],
      ['Winch', '1250.75'],
    ])
    expect(readCsv(bytes('a;b\n1,250;3.5')).rows[1]).toEqual(['1,250', '3.5'])
    expect(readCsv(bytes('a;b\n1,5;2'), { decimalComma: false }).rows[1]).toEqual(['1,5', '2'])
  })

  it('says what is wrong with it', () => {
    expect(readCsv(bytes('a,b\n1\n2,3')).faults).toEqual(['Line 2 has 1 cells, the first has 2.'])
    expect(readCsv(bytes('a,"b\n1,2')).faults.join()).toMatch('never closed')
    expect(() => readCsv(bytes('PK\u0003\u0004\u0000'))).toThrow(UnreadableFile)
    expect(() => readCsv(new Uint8Array(21 * 1024 * 1024))).toThrow(/21.0 MB; at most 20.0/)
  })
})

describe('a sheet written as CSV', () => {
  const state = after(
    workbookOf({
      One: [
        ['Berth, and "name"', 'Fee'],
        ["'=HYPERLINK(1)", 1234.5],
        ['x', '=B2/3'],
      ],
    }),
    { type: 'cells.format', sheet: 'One', area: 'B2:B3', format: { number: '£#,##0.00' } },
  )
  const [sheet] = state.workbook.sheets

  it('shows what is shown, or all figures, with formulas defused', () => {
    expect(new TextDecoder().decode(writeCsv(sheet!))).toBe(
      '"Berth, and ""name""",Fee\r\n"\'=HYPERLINK(1)","£1,234.50"\r\nx,£411.50\r\n',
    )
    expect(new TextDecoder().decode(writeCsv(sheet!, true))).toContain('1234.5\r\n')
  })

  it('is read by a library of another make, and comes back as it is shown', () => {
    const other = XLSX.read(writeCsv(sheet!), { raw: true })
    expect(other.Sheets[other.SheetNames[0]!]!.A1!.v).toBe('Berth, and "name"')
    const { rows } = readCsv(writeCsv(sheet!))
    const back = after(workbookOf({ One: [[]] }), { type: 'cells.write', sheet: 'One', cell: 'A1', rows })
    expect([value(back, 'A1'), value(back, 'B2'), value(back, 'B3')]).toEqual(['Berth, and "name"', 1234.5, 411.5])
  })
})
