import { sure } from '../../../ground/sure'
import { cellName, columnName, columnNumber } from '../formula/references'
import { formatOf } from '../formats/cell-format'
import type { CellFormat } from '../formats/cell-format'
import { shownAt } from '../showing'
import type { Placed } from '../workbook/cells'
import { Formula } from '../workbook/formula'
import { formulaAt, withSheet } from '../workbook/workbook'
import type { Input, Sheet, Workbook } from '../workbook/workbook'
import { checkUnmerged } from './merging'
import { areaIn, columnsIn, Refusal, sheetIn } from './refusal'
import { insert, remove } from './structure'

/** How groups are worked out: by the number that SUBTOTAL takes for it, and how the row of a group is named. */
export const subtotalWays = {
  sum: { code: 9, title: 'total' },
  average: { code: 1, title: 'average' },
  count: { code: 3, title: 'count' },
  largest: { code: 4, title: 'largest' },
  smallest: { code: 5, title: 'smallest' },
} as const
export type SubtotalWay = keyof typeof subtotalWays

export interface Subtotals {
  area: string
  /** The column by whose changes the groups go, by its letters. */
  by: string
  /** The columns that are worked out. */
  of: readonly string[]
  how: SubtotalWay
}

const MOST_GROUPS = 1000

/**
 * Puts a row under each group of a list, and one under all, with SUBTOTAL formulas. A group is rows one under the
 * other that show the same in a column. The first row of the area is its heading.
 */
export function subtotal(workbook: Workbook, name: string, { area: address, by, of, how }: Subtotals): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const area = areaIn(sheet, address, place)
  columnsIn(area, address, [by, ...of])
  if (of.includes(by)) throw new Refusal(`Column ${by} names the groups: work out others.`)
  if (sheet.features.filter) throw new Refusal('Show all rows before subtotals are put in.')
  if (area.top === area.bottom) throw new Refusal('There is no row under the heading.')
  checkUnmerged(workbook, name, address, 'subtotals are put in')
  const groups = groupsOf(sheet, area.top + 1, area.bottom, columnNumber(by))
  if (groups.length > MOST_GROUPS) throw new Refusal(`That would be ${groups.length} groups; sort the list first.`)
  if (groups.some(({ from }) => isSubtotal(sheet, from, area.left, area.right)))
    throw new Refusal('There are subtotals in this list: take them out first.')
  let next = insert(workbook, name, 'rows', area.bottom + 1, 1)
  for (const { to } of [...groups].reverse()) next = insert(next, name, 'rows', to + 1, 1)
  return withSheet(next, place, withRows(sure(next.sheets[place]), groups, { area, by, of, how }))
}

interface Group {
  from: number
  to: number
  title: string
}

function groupsOf(sheet: Sheet, first: number, last: number, column: number): Group[] {
  const groups: Group[] = []
  for (let row = first; row <= last; row += 1) {
    const title = shownAt(sheet, row, column)
    const open = groups.at(-1)
    if (open && open.title.toLowerCase() === title.toLowerCase()) open.to = row
    else groups.push({ from: row, to: row, title })
  }
  return groups
}

function withRows(
  sheet: Sheet,
  groups: readonly Group[],
  { area, by, of, how }: Omit<Subtotals, 'area'> & { area: { top: number; left: number; right: number } },
): Sheet {
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  const { code, title } = subtotalWays[how]
  const put = (row: number, from: number, to: number, words: string): void => {
    inputs.push([row, columnNumber(by), words])
    for (const letters of of) {
      const column = columnNumber(letters)
      const cells = `${cellName(from, column)}:${cellName(to, column)}`
      inputs.push([row, column, new Formula(`=SUBTOTAL(${code},${cells})`)])
    }
    for (let column = area.left; column <= area.right; column += 1) {
      const number = how === 'count' ? undefined : sheet.formats.at(to, column)?.number
      const above = { bold: true, border: 'above' } as const
      formats.push([row, column, formatOf(of.includes(columnName(column)) ? { ...above, number } : above)])
    }
  }
  for (const [at, group] of groups.entries())
    put(group.to + at + 1, group.from + at, group.to + at, `${group.title || 'empty'} ${title}`)
  const last = sure(groups.at(-1)).to + groups.length
  put(last + 1, area.top + 1, last, `All ${title}`)
  return { ...sheet, inputs: sheet.inputs.with(inputs), formats: sheet.formats.with(formats) }
}

const isSubtotal = (sheet: Sheet, row: number, left: number, right: number): boolean => {
  for (let column = left; column <= right; column += 1) {
    const tree = formulaAt(sheet, row, column)?.tree
    if (tree?.kind === 'call' && tree.name === 'SUBTOTAL') return true
  }
  return false
}

/** Takes the rows out of an area in which a SUBTOTAL formula stands. */
export function unsubtotal(workbook: Workbook, name: string, address: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const { top, left, bottom, right } = areaIn(sheet, address, place)
  let next = workbook
  for (let row = bottom; row > top; row -= 1)
    if (isSubtotal(sheet, row, left, right)) next = remove(next, name, 'rows', row, 1)
  if (next === workbook) throw new Refusal(`There are no subtotals in ${address}.`)
  return next
}
