import { expect, it } from 'vitest'
import { initial, sheetToolSetup } from '../state'
import { fullBook, plainBook } from './books.fixture'
import { setupOf } from './content'

it('a workbook written as the setup of a task makes the same workbook', () => {
  const { workbook } = fullBook()
  const setup = JSON.parse(JSON.stringify(setupOf(workbook, '2027-03-01')))
  const { workbook: again } = initial(sheetToolSetup.parse(setup))
  const [was, is] = [plainBook(workbook), plainBook(again)]
  for (const [at, sheet] of was.sheets.entries()) expect(is.sheets[at]).toEqual(sheet)
  expect(is.names).toEqual(was.names)
})

it('joins looks of neighbours, and leaves empty rows out', () => {
  const setup = setupOf(fullBook().workbook, '2027-03-01')
  const [berths] = setup.sheets
  expect(berths!.formats.filter(({ format }) => format.fill === 'grey').map(({ area }) => area)).toEqual(['A3:F3'])
  expect(berths!.rows.map(({ at }) => at)).toEqual(['A1', 'A3'])
})
