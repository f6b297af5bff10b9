import { formatted } from './formats/number-format'
import { valueAt } from './workbook/workbook'
import type { Sheet } from './workbook/workbook'

/** A cell as its own format shows it; nothing for an empty one, and for a format that can’t be read. */
export const shownAt = (sheet: Sheet, row: number, column: number): string =>
  formatted(valueAt(sheet, row, column), sheet.formats.at(row, column)?.number ?? '')?.text ?? ''
