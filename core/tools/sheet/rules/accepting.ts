import type { Scalar } from '../formula/values'
import { formatted } from '../formats/number-format'
import { isInBlock } from '../formula/references'
import type { CheckedInput, InputRule } from '../workbook/features/checked-input'
import { conditionInWords } from '../workbook/features/condition'
import { areaMeant } from '../workbook/places'
import type { Sheet, Workbook } from '../workbook/workbook'
import { blockAt } from '../addresses'
import { shownAt } from '../showing'
import { testOf } from './testing'
import type { Test } from './testing'

/** Which rule a cell of a sheet has for what it takes. The one that was set last counts. */
export function inputRules({
  features,
}: Pick<Sheet, 'features'>): (row: number, column: number) => CheckedInput | undefined {
  const rules = features.inputs.map(input => ({ input, block: blockAt(input.area) }))
  return (row, column) => rules.findLast(({ block }) => isInBlock(block, row, column))?.input
}

/** The choices of a cell that takes one of a list, as they are shown: written out, from cells, or from a name. */
export function choicesOf(workbook: Workbook, place: number, from: string): string[] {
  if (!from.startsWith('='))
    return from
      .split(/[;,]/)
      .map(one => one.trim())
      .filter(Boolean)
  const area = areaMeant(workbook, place, from)
  const sheet = area && workbook.sheets[area.sheet]
  if (!area || !sheet) return []
  const choices: string[] = []
  for (let row = area.top; row <= Math.min(area.bottom, area.top + 999); row += 1)
    for (let column = area.left; column <= Math.min(area.right, area.left + 99); column += 1) {
      const shown = shownAt(sheet, row, column)
      if (shown !== '') choices.push(shown)
    }
  return choices
}

/** Whether cells of an area take values, by its rule. What that asks of the workbook is looked up once. */
export function acceptance(
  workbook: Workbook,
  place: number,
  { area, rule }: Pick<CheckedInput, 'area' | 'rule'>,
): Test {
  const taken = ruleTest(workbook, place, area, rule)
  return (row, column, value) => value === null || value === '' || taken(row, column, value)
}

function ruleTest(workbook: Workbook, place: number, area: string, rule: InputRule): Test {
  if (rule.takes === 'one-of') {
    const choices = new Set(choicesOf(workbook, place, rule.from))
    return (row, column, value) => {
      const number = workbook.sheets[place]?.formats.at(row, column)?.number ?? ''
      return ['', number].some(format => choices.has(formatted(value, format)?.text ?? ''))
    }
  }
  const { takes } = rule
  const holds = testOf(workbook, place, blockAt(area), rule.when)
  return (row, column, value) => {
    if (takes === 'length') return holds(row, column, lengthOf(value))
    if (takes === 'whole' && !Number.isInteger(value)) return false
    return (takes === 'any' || typeof value === 'number') && holds(row, column, value)
  }
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
