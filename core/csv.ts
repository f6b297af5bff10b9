import Papa from 'papaparse'

/** Rows as CSV (RFC 4180). Cells that a spreadsheet would run as a formula are defused. */
export function csvOf(rows: readonly object[]): string {
  return `${Papa.unparse([...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`
}
