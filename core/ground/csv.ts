import Papa from 'papaparse'

/**
 * What a spreadsheet could take for the beginning of a formula, their full-width forms included (Unicode, Halfwidth
 * and Fullwidth Forms), and the white space that some leave out before it. Decided by the first character alone,
 * whatever follows.
 */
const FORMULA = /^[=+\-@\t\r\n\uFF1D\uFF0B\uFF0D\uFF20]/

/** Rows as CSV (RFC 4180). Cells that a spreadsheet would run as a formula are defused. */
export function csvOf(rows: readonly object[]): string {
  return `${Papa.unparse([...rows], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`
}
