import { readFormulaReference } from '../formula/reading'
import type { Scalar } from '../formula/values'
import { formatted } from '../formats/number-format'
import { isInBlock } from '../formula/references'
import type { CheckedInput, InputRule } from '../workbook/features/checked-input'
import { conditionInWords } from '../workbook/features/condition'
import { nameOf, sheetNumber, valueAt } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { blockAt } from './filtering'
import { testOf } from './testing'

/** What a cell must hold, if anything is asked of it. The rule that was set last counts. */
export function inputRuleAt(workbook: Workbook, place: number, row: number, column: number): CheckedInput | undefined {
  return workbook.sheets[place]?.features.inputs.findLast(({ area }) => isInBlock(blockAt(area), row, column))
}

/** The choices of a cell that takes one of a list, as they are shown: written out, from cells, or from a name. */
export function choicesOf(workbook: Workbook, place: number, from: string): string[] {
  if (!from.startsWith('='))
    return from
      .split(/[;,]/)
      .map(one => one.trim())
      .filter(Boolean)
  const meant = nameOf(workbook, from.slice(1))?.formula.text ?? from
  const read = readFormulaReference(meant.slice(1).replaceAll('$', ''))
  const on = !read || read.sheet === null ? place : sheetNumber(workbook, read.sheet)
  const sheet = workbook.sheets[on]
  if (!read || !sheet) return []
  const { top, left, bottom, right } = read.bounds
  const choices: string[] = []
  for (let row = top; row <= Math.min(bottom, top + 999); row += 1)
    for (let column = left; column <= Math.min(right, left + 99); column += 1) {
      const value = valueAt(sheet, row, column)
      const shown = formatted(value, sheet.formats.at(row, column)?.number ?? '')?.text ?? ''
      if (shown !== '') choices.push(shown)
    }
  return choices
}

/** Whether a cell takes this value. */
export function accepts(
  workbook: Workbook,
  place: number,
  { area, rule }: Pick<CheckedInput, 'area' | 'rule'>,
  row: number,
  column: number,
  value: Scalar,
): boolean {
  if (value === null || value === '') return true
  if (rule.takes === 'one-of') {
    const shown = formatted(value, '')?.text ?? ''
    const number = workbook.sheets[place]?.formats.at(row, column)?.number ?? ''
    const withFormat = formatted(value, number)?.text ?? ''
    return choicesOf(workbook, place, rule.from).some(one => one === shown || one === withFormat)
  }
  const about = rule.takes === 'length' ? lengthOf(value) : value
  if (rule.takes === 'whole' && !(typeof value === 'number' && Number.isInteger(value))) return false
  if (rule.takes !== 'any' && rule.takes !== 'length' && typeof value !== 'number') return false
  return testOf(workbook, place, blockAt(area), rule.when)(row, column, about)
}

const lengthOf = (value: Scalar): number => (formatted(value, '')?.text ?? '').length

const KINDS = {
  whole: 'a whole number',
  number: 'a number',
  day: 'a day',
  time: 'a time',
  length: 'a text with a length',
  any: 'a value',
} as const

/** The rule as a sentence’s end: what the cell takes. */
export function ruleInWords(workbook: Workbook, place: number, rule: InputRule): string {
  if (rule.takes === 'one-of') {
    const choices = choicesOf(workbook, place, rule.from)
    return `one of ${choices.slice(0, 12).join(', ')}${choices.length > 12 ? ', …' : ''}`
  }
  return `${KINDS[rule.takes]} ${conditionInWords(rule.when)}`
}
