import { shownAt } from '../showing'
import type { CellPlace } from '../surveying'
import { Formula } from '../workbook/formula'
import { hiddenRows } from '../workbook/hidden'
import type { Sheet } from '../workbook/workbook'

/** The next cell after one, row after row and round again, that holds a text; null where none does. */
export function nextWith(
  sheet: Sheet,
  { row, column, text }: { row: number; column: number; text: string },
): CellPlace | null {
  const wanted = text.toLowerCase()
  const hidden = hiddenRows(sheet)
  let [first, next]: [CellPlace | null, CellPlace | null] = [null, null]
  const before = (one: CellPlace, other: CellPlace | null): boolean =>
    !other || one.row < other.row || (one.row === other.row && one.column < other.column)
  const look = (atRow: number, atColumn: number): void => {
    const at = { row: atRow, column: atColumn }
    const shown = shownAt(sheet, atRow, atColumn)
    const input = sheet.inputs.at(atRow, atColumn)
    const found =
      shown.toLowerCase().includes(wanted) || (input instanceof Formula && input.text.toLowerCase().includes(wanted))
    if (!found || hidden.has(atRow)) return
    if (before(at, first)) first = at
    if (before({ row, column }, at) && before(at, next)) next = at
  }
  for (const [atRow, atColumn] of sheet.inputs.entries()) look(atRow, atColumn)
  for (const [atRow, atColumn] of sheet.values.entries())
    if (sheet.inputs.at(atRow, atColumn) === undefined) look(atRow, atColumn)
  return next ?? first
}
