import type { Workbook } from '../workbook/workbook'
import { withGrowth } from './growing'
import { withHeadingsFollowed } from './tables'
import { write } from './writing'

/** What is typed at the end of a table makes it grow, and into its heading gives a column another name. */
export function typeIn(
  workbook: Workbook,
  name: string,
  cell: string,
  rows: readonly (readonly (string | null)[])[],
): Workbook {
  const written = write(workbook, name, cell, rows)
  if (!written.sheets.some(({ features }) => features.tables.length > 0)) return written
  const size = { rows: rows.length, columns: Math.max(...rows.map(line => line.length)) }
  const empty = rows.every(line => line.every(text => text === null || text === ''))
  const next = empty ? written : withGrowth(workbook, written, name, cell, size)
  return withHeadingsFollowed(workbook, next)
}
