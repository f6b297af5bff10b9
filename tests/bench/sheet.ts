import { Calculator } from '../../core/tools/sheet/calculation/calculator'
import { columnName } from '../../core/tools/sheet/formula/references'
import { Cells } from '../../core/tools/sheet/workbook/cells'
import type { Placed } from '../../core/tools/sheet/workbook/cells'
import { Formula } from '../../core/tools/sheet/workbook/formula'
import { emptySheet, valueAt } from '../../core/tools/sheet/workbook/workbook'
import type { Input, Workbook } from '../../core/tools/sheet/workbook/workbook'
import { say, spreadOf, timed } from './figures'

const RUNS = 7

function workbookOf(cells: Iterable<Placed<Input>>): Workbook {
  return { sheets: [{ ...emptySheet(1, 'One'), inputs: Cells.of(cells) }], names: [], today: 46_447 }
}

const withA1 = (workbook: Workbook, value: number): Workbook => ({
  ...workbook,
  sheets: workbook.sheets.map(sheet => ({ ...sheet, inputs: sheet.inputs.with([[0, 0, value]]) })),
})

/** 100,000 cells: in each of 10,000 rows five numbers, and five formulas on them. */
function* large(run: number): Generator<Placed<Input>> {
  for (let row = 0; row < 10_000; row += 1)
    for (let column = 0; column < 5; column += 1) {
      yield [row, column, row * column + 1]
      // Each run has formulas of its own: none is known from the run before.
      const text = `=${columnName(column)}${row + 1}*2+SUM($A${row + 1}:$E${row + 1})+${run}`
      yield [row, column + 5, new Formula(text)]
    }
}

function check(workbook: Workbook, row: number, column: number, expected: number): void {
  const found = valueAt(workbook.sheets[0]!, row, column)
  if (found !== expected) throw new Error(`${String(found)} in place of ${expected}`)
}

/** A cell that 10,000 formulas stand on, straight or one on the other, changed again and again. */
async function benchChange(
  what: string,
  cells: Placed<Input>[],
  last: [row: number, column: number, of: (a1: number) => number],
) {
  const calculator = new Calculator()
  let workbook = calculator.whole(workbookOf(cells))
  const lengths: number[] = []
  for (let run = 0; run < 30; run += 1) {
    const next = withA1(workbook, run + 2)
    lengths.push(await timed(() => (workbook = calculator.changed(workbook, next))))
    check(workbook, last[0], last[1], last[2](run + 2))
  }
  say(what, spreadOf(lengths), '50 ms')
}

export async function benchSheet(): Promise<void> {
  console.log('\nSheet')
  const whole: number[] = []
  for (let run = 0; run < RUNS; run += 1) {
    let workbook: Workbook | undefined
    whole.push(await timed(() => (workbook = new Calculator().whole(workbookOf(large(run))))))
    check(workbook!, 9_999, 9, 9_999 * 4 * 2 + 2 + 9_999 * 10 + 5 + run)
  }
  say('100,000 cells with 50,000 formulas, read and worked out', spreadOf(whole), '1500 ms')
  const fan = Array.from({ length: 10_000 }, (_, row): Placed<Input> => [row, 1, new Formula(`=$A$1*${row}`)])
  await benchChange('a change with 10,000 dependents', [[0, 0, 1], ...fan], [9_999, 1, a1 => a1 * 9_999])
  const chain = Array.from({ length: 10_000 }, (_, row): Placed<Input> => [row + 1, 0, new Formula(`=A${row + 1}+1`)])
  await benchChange(
    'a change at the head of a chain of 10,000 cells',
    [[0, 0, 1], ...chain],
    [10_000, 0, a1 => a1 + 10_000],
  )
}
