import { copiedFormula } from '../formula/rewriting'
import { Formula } from '../workbook/formula'
import type { Input } from '../workbook/workbook'

/** An input as it is some rows and columns on: formulas move along. */
export function moved(input: Input | undefined, rows: number, columns: number): Input | undefined {
  if (!(input instanceof Formula)) return input
  const text = copiedFormula(input.text, input.tree, rows, columns)
  return text === input.text ? input : new Formula(text)
}
