import { blockAt } from '../addresses'
import { typed } from '../typing'
import type { CheckedInput } from '../workbook/features/checked-input'
import { rewrittenCondition } from '../workbook/features/condition'
import type { Condition } from '../workbook/features/condition'
import type { Marking } from '../workbook/features/marking'
import { MOST_RULES, rulesWithout } from '../workbook/features/parts'
import { sameData, withFeatures } from '../workbook/workbook'
import type { Workbook } from '../workbook/workbook'
import { Refusal, sheetIn } from './refusal'

/** Throws a Refusal where a formula can’t be read. */
export function checkFormula(text: string): string {
  const read = typed(text)
  if (!read.ok) throw new Refusal(read.refusal)
  return text
}
export const checkCondition = (condition: Condition): Condition => rewrittenCondition(condition, checkFormula)

/** Says what the cells of an area take from now on; null for anything. */
export function checkInput(
  workbook: Workbook,
  name: string,
  area: string,
  rule: CheckedInput['rule'] | null,
  message?: string,
): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const others = rulesWithout(sheet.features.inputs, blockAt(area))
  if (!rule && sameData(others, sheet.features.inputs)) throw new Refusal('These cells take anything already.')
  if (rule?.takes === 'one-of') {
    if (rule.from.startsWith('=')) checkFormula(rule.from)
  } else if (rule) checkCondition(rule.when)
  const inputs = rule ? [...others, { area, rule, ...(message ? { message } : {}) }] : others
  if (inputs.length > MOST_RULES) throw new Refusal(`A sheet has at most ${MOST_RULES} rules for what cells take.`)
  return withFeatures(workbook, place, { inputs })
}

/** Lets cells stand out by a rule; it comes before those that are there. */
export function mark(workbook: Workbook, name: string, marking: Marking): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  if (marking.by === 'condition') {
    checkCondition(marking.when)
    if (Object.keys(marking.look).length === 0) throw new Refusal('Say how the cells are to stand out.')
  }
  const markings = [marking, ...sheet.features.markings]
  if (markings.length > MOST_RULES) throw new Refusal(`A sheet has at most ${MOST_RULES} marks by rule.`)
  return withFeatures(workbook, place, { markings })
}

/** Takes the marks by rule from the cells of an area. */
export function unmark(workbook: Workbook, name: string, area: string): Workbook {
  const { place, sheet } = sheetIn(workbook, name)
  const markings = rulesWithout(sheet.features.markings, blockAt(area))
  if (sameData(markings, sheet.features.markings)) throw new Refusal('No rule marks these cells.')
  return withFeatures(workbook, place, { markings })
}
