import { describe, expect, it } from 'vitest'
import { parse } from 'yaml'
import { initial, sheetToolSetup } from '../state'
import { valueAt } from '../workbook/workbook'
import { fullBook } from './books.fixture'
import { openWorkbook } from './opening'
import { writeOds } from './ods/writing'
import { writeXlsx } from './xlsx/writing'

const { workbook } = fullBook()

describe('a workbook of another program', () => {
  it('is told sheet by sheet, and becomes the setup of a task that gives the same values', async () => {
    const { bytes } = await writeXlsx(workbook)
    const { sheets, names, lost, setup } = await openWorkbook(bytes, 'Berths.XLSX', '2027-03-01')
    expect(lost).toEqual([])
    expect(names).toContainEqual({ name: 'VAT', refers: '=0.2' })
    expect(sheets[1]).toMatchObject({ name: 'Rates', rows: 4, columns: 4, formulas: 2, tables: ['PerMetre'] })
    expect(sheets[1]!.letters).toEqual(['A', 'B', 'C', 'D'])
    expect(sheets[1]!.first[1]).toEqual(['mooring', '55.5', '', '166.5'])
    const again = initial(sheetToolSetup.parse((parse(setup) as { setup: unknown }).setup)).workbook
    for (const [at, sheet] of workbook.sheets.entries())
      for (const [row, column] of sheet.inputs.entries())
        expect(valueAt(again.sheets[at]!, row, column), `${sheet.name} ${row} ${column}`).toEqual(
          valueAt(sheet, row, column),
        )
  })

  it('says what of it has no place', async () => {
    const { lost } = await openWorkbook(writeOds(workbook).bytes, 'berths.ods', '2027-03-01')
    expect(lost).toEqual([])
  })

  it.each([
    ['berths.doc', '2027-03-01', 'berths.doc is no workbook that is read here: those end with .xlsx or .ods.'],
    ['berths.xlsx', 'soon', '“soon” is no day: write it as 2027-03-01.'],
    ['berths.xlsx', '2027-03-01', 'This is no zipped document.'],
  ])('is refused in words: %s on %s', async (file, day, words) => {
    await expect(openWorkbook(new Uint8Array([1, 2, 3]), file, day)).rejects.toThrow(words)
  })
})
