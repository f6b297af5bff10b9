import { resultIn } from '../calculation/peeking'
import { compared } from '../formula/comparing'
import type { Block } from '../formula/references'
import { isError } from '../formula/values'
import type { Scalar } from '../formula/values'
import { formatted } from '../formats/number-format'
import { moved } from '../ops/moving'
import { typed } from '../typing'
import { Formula } from '../workbook/formula'
import { valuesIn } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import type { Condition } from '../workbook/features/condition'

export type Test = (row: number, column: number, value: Scalar) => boolean

const fold = (text: string): string => text.toLowerCase()

/** A cell as it is shown, for conditions on text. */
function shownAt(workbook: Workbook, sheet: number, row: number, column: number, value: Scalar): string {
  const number = workbook.sheets[sheet]?.formats.at(row, column)?.number ?? ''
  return formatted(value, number)?.text ?? ''
}

/** What an operand gives for a cell; a formula was written for the first cell of the area. */
function operandOf(workbook: Workbook, sheet: number, first: Block, text: string) {
  if (!text.startsWith('=')) {
    const read = typed(text)
    const value = read.ok && !(read.input instanceof Formula) ? (read.input ?? null) : text
    return (): Scalar => value
  }
  return (row: number, column: number): Scalar => worked(workbook, sheet, first, text, row, column)
}

/** A formula that was written for the first cell of an area, worked out for another of it. */
export function worked(
  workbook: Workbook,
  sheet: number,
  first: Block,
  text: string,
  row: number,
  column: number,
): Scalar {
  return resultIn(workbook, sheet, row, column, copiedTo(first, text, row, column).tree)
}

/** A formula that was written for the first cell of an area, copied to another of it. */
export const copiedTo = ({ top, left }: Pick<Block, 'top' | 'left'>, text: string, row: number, column: number) =>
  moved(new Formula(text), row - top, column - left) as Formula

/** Numbers and text are of different kinds: neither is more nor less than the other. */
function order(value: Scalar, other: Scalar): number | null {
  if (value === null || other === null || isError(value) || isError(other)) return null
  return typeof value === typeof other ? compared(value, other) : null
}

/** All numbers of an area, rising. */
function numbersIn(workbook: Workbook, sheet: number, block: Block): number[] {
  const held = workbook.sheets[sheet]
  const values = held ? [...valuesIn(held, block)].map(([, , value]) => value) : []
  return values.filter(value => typeof value === 'number').sort((one, other) => one - other)
}

/** How often each thing stands in an area; text without regard to case. */
function countsIn(workbook: Workbook, sheet: number, block: Block): Map<unknown, number> {
  const counts = new Map<unknown, number>()
  const held = workbook.sheets[sheet]
  if (held)
    for (const [, , value] of valuesIn(held, block)) counts.set(asKey(value), (counts.get(asKey(value)) ?? 0) + 1)
  return counts
}
const asKey = (value: Scalar): unknown => (typeof value === 'string' ? fold(value) : value)

/** Whether a condition holds of the cells of an area. What it asks of the whole area is looked up once. */
export function testOf(workbook: Workbook, sheet: number, block: Block, condition: Condition): Test {
  const operand = (text: string) => operandOf(workbook, sheet, block, text)
  switch (condition.is) {
    case 'equal':
    case 'not-equal': {
      const to = operand(condition.to)
      const wanted = condition.is === 'equal'
      return (row, column, value) => {
        const other = to(row, column)
        return (value !== null && order(value, other) === 0) === wanted
      }
    }
    case 'more':
    case 'at-least':
    case 'less':
    case 'at-most': {
      const to = operand(condition.to)
      const holds = COMPARED[condition.is]
      return (row, column, value) => {
        const found = order(value, to(row, column))
        return found !== null && holds(found)
      }
    }
    case 'between':
    case 'not-between': {
      const [from, to] = [operand(condition.from), operand(condition.to)]
      return (row, column, value) => {
        const [low, high] = [order(value, from(row, column)), order(value, to(row, column))]
        if (low === null || high === null) return false
        return (low >= 0 && high <= 0) === (condition.is === 'between')
      }
    }
    case 'containing':
    case 'not-containing':
    case 'beginning':
    case 'ending': {
      const text = fold(condition.text)
      return (row, column, value) => {
        const shown = fold(shownAt(workbook, sheet, row, column, value))
        if (condition.is === 'beginning') return shown.startsWith(text)
        if (condition.is === 'ending') return shown.endsWith(text)
        return shown.includes(text) === (condition.is === 'containing')
      }
    }
    case 'one-of': {
      const wanted = new Set(condition.values.map(fold))
      return (row, column, value) => wanted.has(fold(shownAt(workbook, sheet, row, column, value)))
    }
    case 'empty':
    case 'filled':
      return (_row, _column, value) => (value === null || value === '') === (condition.is === 'empty')
    case 'largest':
    case 'smallest': {
      const numbers = numbersIn(workbook, sheet, block)
      const share = Math.max(1, Math.floor((numbers.length * condition.count) / 100))
      const count = Math.min(numbers.length, condition.percent ? share : condition.count)
      const limit = condition.is === 'largest' ? numbers.at(-count) : numbers[count - 1]
      if (limit === undefined || count === 0) return () => false
      return (_row, _column, value) =>
        typeof value === 'number' && (condition.is === 'largest' ? value >= limit : value <= limit)
    }
    case 'above-average':
    case 'below-average': {
      const numbers = numbersIn(workbook, sheet, block)
      const mean = numbers.reduce((sum, one) => sum + one, 0) / numbers.length
      return (_row, _column, value) =>
        typeof value === 'number' && (condition.is === 'above-average' ? value > mean : value < mean)
    }
    case 'repeated':
    case 'single': {
      const counts = countsIn(workbook, sheet, block)
      return (_row, _column, value) =>
        value !== null && (counts.get(asKey(value)) ?? 0) > 1 === (condition.is === 'repeated')
    }
    case 'true':
      return (row, column) => {
        const found = worked(workbook, sheet, block, condition.formula, row, column)
        return found === true || (typeof found === 'number' && found !== 0)
      }
  }
}

const COMPARED = {
  'more': (found: number) => found > 0,
  'at-least': (found: number) => found >= 0,
  'less': (found: number) => found < 0,
  'at-most': (found: number) => found <= 0,
} as const
