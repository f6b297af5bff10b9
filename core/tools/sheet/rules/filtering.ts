import { blockAt } from '../addresses'
import { columnNumber } from '../formula/references'
import type { Filter } from '../workbook/features/filter'
import { extentOf, valueAt } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { testOf } from './testing'

/** Rows of the list that a column of it doesn’t let through, counted from 0. */
export function hiddenBy(workbook: Workbook, place: number, { area, columns }: Omit<Filter, 'hides'>): number[] {
  const sheet = workbook.sheets[place]
  if (!sheet) return []
  const block = blockAt(area)
  const [first, last] = [block.top + 1, Math.min(block.bottom, extentOf(sheet).rows - 1)]
  const tests = columns.map(({ column, when }) => {
    const at = columnNumber(column)
    return { at, test: testOf(workbook, place, { ...block, top: first, left: at, right: at }, when) }
  })
  const hidden: number[] = []
  for (let row = first; row <= last; row += 1)
    if (!tests.every(({ at, test }) => test(row, at, valueAt(sheet, row, at)))) hidden.push(row)
  return hidden
}
