import { copiedFormula } from '../formula/rewriting'
import { Formula } from '../workbook/formula'
import type { Cells, Placed } from '../workbook/cells'
import type { CellFormat } from '../formats/cell-format'
import type { Block } from '../formula/references'
import type { Input, Sheet } from '../workbook/workbook'

/** An input as it is some rows and columns on: formulas move along. */
export function moved(input: Input | undefined, rows: number, columns: number): Input | undefined {
  if (!(input instanceof Formula)) return input
  const text = copiedFormula(input.text, input.tree, rows, columns)
  return text === input.text ? input : new Formula(text)
}

/**
 * A sheet on which rows of a block hold what others held, with their looks, notes and links; `from` says which, by
 * its row, and null empties one. Formulas move along.
 */
export function withRowsFrom(
  sheet: Sheet,
  { left, right }: Pick<Block, 'left' | 'right'>,
  from: ReadonlyMap<number, number | null>,
): Sheet {
  const inputs: Placed<Input>[] = []
  const formats: Placed<CellFormat>[] = []
  for (const [to, row] of from) {
    if (row === to) continue
    for (let column = left; column <= right; column += 1) {
      inputs.push([to, column, row === null ? undefined : moved(sheet.inputs.at(row, column), to - row, 0)])
      formats.push([to, column, row === null ? undefined : sheet.formats.at(row, column)])
    }
  }
  const along = (cells: Cells<string>): Cells<string> =>
    cells.isEmpty ? cells : cells.with(withRowsOf(cells, { left, right }, from))
  return {
    ...sheet,
    inputs: sheet.inputs.with(inputs),
    formats: sheet.formats.with(formats),
    notes: along(sheet.notes),
    links: along(sheet.links),
  }
}

function* withRowsOf(
  cells: Cells<string>,
  { left, right }: Pick<Block, 'left' | 'right'>,
  from: ReadonlyMap<number, number | null>,
): Generator<Placed<string>> {
  for (const [to, row] of from)
    for (let column = left; column <= right; column += 1)
      yield [to, column, row === null ? undefined : cells.at(row, column)]
}
