import { resultOf } from '../formula/evaluate'
import type { Node } from '../formula/parser'
import { isMatrix } from '../formula/values'
import type { Scalar } from '../formula/values'
import { extentOf, formulaAt, nameOf, sheetNumber, valueAt } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'

/** What a formula would give in a cell of a workbook, without being put there; of an array its first value. */
export function resultIn(workbook: Workbook, sheet: number, row: number, column: number, tree: Node): Scalar {
  const result = resultOf(tree, {
    sheet,
    row,
    column,
    today: workbook.today,
    sheetNamed: name => sheetNumber(workbook, name),
    named: name => nameOf(workbook, name)?.formula.tree ?? null,
    read: (on, atRow, atColumn) => {
      const held = workbook.sheets[on]
      return held ? valueAt(held, atRow, atColumn) : null
    },
    formulaAt: (on, atRow, atColumn) => {
      const held = workbook.sheets[on]
      return held ? (formulaAt(held, atRow, atColumn)?.text ?? null) : null
    },
    extent: on => {
      const held = workbook.sheets[on]
      return held ? extentOf(held) : { rows: 0, columns: 0 }
    },
  })
  return isMatrix(result) ? result.at(0, 0) : result
}
