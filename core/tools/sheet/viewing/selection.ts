import { formatted } from '../formats/number-format'
import type { Block } from '../formula/references'
import { shownAt } from '../showing'
import { headed, listAround } from '../surveying'
import { extentOf, valuesIn } from '../workbook/workbook'
import type { Sheet } from '../workbook/workbook'

export interface SelectionSeen {
  count: number
  numbers: number
  sum: string | null
  average: string | null
  /** As it goes to other programs: shown values, tabs between columns and line ends between rows. */
  text: string
  /** The block of filled cells round its first cell, and whether its first row is a heading. */
  list: Block
  heading: boolean
  /** What the first row of the list shows. */
  headings: readonly string[]
}

export function selectionSeen(sheet: Sheet, area: Block): SelectionSeen {
  let [count, numbers, sum] = [0, 0, 0]
  for (const [, , value] of valuesIn(sheet, area)) {
    count += 1
    if (typeof value !== 'number') continue
    numbers += 1
    sum += value
  }
  const text = (number: number): string => formatted(number, '')?.text ?? ''
  const list = listAround(sheet, area.top, area.left)
  return {
    count,
    numbers,
    sum: numbers > 0 ? text(sum) : null,
    average: numbers > 0 ? text(sum / numbers) : null,
    text: asText(sheet, area),
    list,
    heading: headed(sheet, list),
    headings: headingsOf(sheet, list),
  }
}

function headingsOf(sheet: Sheet, { top, left, right }: Block): string[] {
  return Array.from({ length: Math.min(60, right - left + 1) }, (_, at) => shownAt(sheet, top, left + at))
}

const MOST_COPIED = 20_000

/** Shown values as lines of text; nothing where there are more than another program could want. */
function asText(sheet: Sheet, { top, left, bottom, right }: Block): string {
  const { rows, columns } = extentOf(sheet)
  const [last, end] = [Math.min(bottom, Math.max(top, rows - 1)), Math.min(right, Math.max(left, columns - 1))]
  if ((last - top + 1) * (end - left + 1) > MOST_COPIED) return ''
  const lines: string[] = []
  for (let row = top; row <= last; row += 1) {
    const cells: string[] = []
    for (let column = left; column <= end; column += 1) {
      const shown = shownAt(sheet, row, column)
      cells.push(/[\t\n"]/.test(shown) ? `"${shown.replaceAll('"', '""')}"` : shown)
    }
    lines.push(cells.join('\t'))
  }
  return lines.join('\n')
}
