import { sure } from '../../../../ground/sure'
import { criterionOf } from '../comparing'
import { isError, NO_NUMBER, WRONG_TYPE } from '../values'
import type { Matrix, Scalar, Value } from '../values'
import { arithmetic } from './arithmetic'
import { define } from './definition'
import type { SheetFunction } from './definition'
import { statistics } from './statistics'
import type { Surroundings } from '../surroundings'

const named = (name: string): SheetFunction => sure([...arithmetic, ...statistics].find(one => one.name === name))

const heading = (table: Matrix, column: number): string =>
  String(table.at(0, column) ?? '')
    .trim()
    .toLowerCase()

/** The column of a field: by its heading, or by its number. -1 where there is none. */
function columnOf(table: Matrix, field: Scalar): number {
  if (typeof field === 'number') return field >= 1 && field <= table.columns ? Math.floor(field) - 1 : -1
  const wanted = String(field ?? '')
    .trim()
    .toLowerCase()
  return Array.from({ length: table.columns }, (_, column) => heading(table, column)).indexOf(wanted)
}

/** The rows of a table for which every criterion of any row of criteria holds. */
function rowsMeeting(table: Matrix, criteria: Matrix): number[] {
  const rows: number[] = []
  for (let row = 1; row < table.held.rows; row += 1) {
    for (let line = 1; line < Math.max(criteria.held.rows, 1); line += 1) {
      let holds = true
      for (let column = 0; column < criteria.columns && holds; column += 1) {
        const wanted = criteria.at(line, column)
        if (wanted === null) continue
        const at = columnOf(table, criteria.at(0, column))
        holds = at >= 0 && criterionOf(startsWith(wanted))(table.at(row, at))
      }
      if (!holds) continue
      rows.push(row)
      break
    }
  }
  return rows
}

/** In tables of criteria, plain text asks for what begins with it. */
const startsWith = (wanted: Scalar): Scalar =>
  typeof wanted === 'string' && /^[^<>=]/.test(wanted) && Number.isNaN(Number(wanted)) ? `${wanted}*` : wanted

const over = (name: string, about: string, work: (values: Scalar[], around: Surroundings) => Value): SheetFunction =>
  define(name, about, { table: 'matrix', field: 'value', criteria: 'matrix' }, ({ table, field, criteria }, around) => {
    if (isError(field)) return field
    const column = columnOf(table, field)
    const counting = name === 'DCOUNT' || name === 'DCOUNTA'
    if (column < 0 && !(field === null && counting)) return WRONG_TYPE
    return work(
      rowsMeeting(table, criteria).map(row => (column < 0 ? 1 : table.at(row, column))),
      around,
    )
  })

const by = (name: string, like: string, about: string): SheetFunction =>
  over(name, about, (values, around) => {
    const found: Matrix = {
      kind: 'matrix',
      rows: values.length,
      columns: 1,
      held: { rows: values.length, columns: 1 },
      at: row => values[row] ?? null,
    }
    return named(like).call([() => found], around)
  })

/** Functions of lists with headings: OpenFormula 6.9. */
export const database: readonly SheetFunction[] = [
  by('DSUM', 'SUM', 'Adds up a field of the rows that meet criteria.'),
  by('DCOUNT', 'COUNT', 'Counts numbers in a field of the rows that meet criteria.'),
  by('DCOUNTA', 'COUNTA', 'Counts filled cells in a field of the rows that meet criteria.'),
  by('DAVERAGE', 'AVERAGE', 'The average of a field of the rows that meet criteria.'),
  by('DMAX', 'MAX', 'The largest of a field of the rows that meet criteria.'),
  by('DMIN', 'MIN', 'The smallest of a field of the rows that meet criteria.'),
  by('DPRODUCT', 'PRODUCT', 'The product of a field of the rows that meet criteria.'),
  by('DSTDEV', 'STDEV', 'STDEV of a field of the rows that meet criteria.'),
  by('DSTDEVP', 'STDEVP', 'STDEVP of a field of the rows that meet criteria.'),
  by('DVAR', 'VAR', 'VAR of a field of the rows that meet criteria.'),
  by('DVARP', 'VARP', 'VARP of a field of the rows that meet criteria.'),
  over('DGET', 'The one value of a field in the only row that meets criteria.', values =>
    values.length === 0 ? WRONG_TYPE : values.length > 1 ? NO_NUMBER : (values[0] ?? null),
  ),
]
