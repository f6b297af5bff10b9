import { resultOf } from '../formula/evaluate'
import type { Node } from '../formula/parser'
import type { Surroundings } from '../formula/surroundings'
import { isMatrix } from '../formula/values'
import type { Scalar } from '../formula/values'
import { Formula } from '../workbook/formula'
import { hiddenRows } from '../workbook/hidden'
import { meaningOf } from '../workbook/tables'
import { extentOf, formulaAt, sheetNumber, valueAt } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'

/** What a formula gives in these surroundings; of an array its first value. */
export function workedIn(formula: string, around: Surroundings): Scalar {
  const result = resultOf(new Formula(formula).tree, around)
  return isMatrix(result) ? result.at(0, 0) : result
}

/** What a formula in a cell of a workbook sees, once everything there is worked out. */
export function surroundingsOf(workbook: Workbook, sheet: number, row: number, column: number): Surroundings {
  const { sheets } = workbook
  return {
    sheet,
    row,
    column,
    today: workbook.today,
    sheetNamed: name => sheetNumber(workbook, name),
    named: name => meaningOf(workbook, name, row),
    read: (on, atRow, atColumn) => (sheets[on] ? valueAt(sheets[on], atRow, atColumn) : null),
    formulaAt: (on, atRow, atColumn) => (sheets[on] && formulaAt(sheets[on], atRow, atColumn)?.text) ?? null,
    worked: workedIn,
    hidden: (on, atRow) => (sheets[on] && hiddenRows(sheets[on]).get(atRow)) ?? null,
    extent: on => (sheets[on] ? extentOf(sheets[on]) : { rows: 0, columns: 0 }),
  }
}

/** What a formula would give in a cell of a workbook, without being put there; of an array its first value. */
export function resultIn(workbook: Workbook, sheet: number, row: number, column: number, tree: Node): Scalar {
  const result = resultOf(tree, surroundingsOf(workbook, sheet, row, column))
  return isMatrix(result) ? result.at(0, 0) : result
}
