import { resultIn } from '../calculation/peeking'
import { cellName } from '../formula/references'
import { acceptance, inputRules, ruleInWords } from '../rules/accepting'
import type { Test } from '../rules/testing'
import { valueInWords } from '../typing'
import type { CheckedInput } from '../workbook/features/checked-input'
import { Formula } from '../workbook/formula'
import type { Workbook } from '../workbook/workbook'
import { Refusal } from './refusal'

/** Throws a Refusal where a cell doesn’t take what was put into it, whichever way it came there. */
export function checkTaken(before: Workbook, workbook: Workbook): void {
  for (const [place, sheet] of workbook.sheets.entries()) {
    const held = before.sheets[place]
    if (!held || sheet.features.inputs.length === 0) continue
    const ruleAt = inputRules(sheet)
    const tests = new Map<CheckedInput, Test>()
    for (const [row, column, input] of held.inputs.differences(sheet.inputs)) {
      const checked = input === undefined ? undefined : ruleAt(row, column)
      if (!checked || input === undefined) continue
      // What was typed is no choice by standing among the choices.
      const seenFrom = checked.rule.takes === 'one-of' ? before : workbook
      const test = tests.get(checked) ?? acceptance(seenFrom, place, checked)
      tests.set(checked, test)
      const value = input instanceof Formula ? resultIn(workbook, place, row, column, input.tree) : input
      if (test(row, column, value)) continue
      const asked = checked.message ?? `It takes ${ruleInWords(workbook, place, checked.rule)}.`
      throw new Refusal(`${cellName(row, column)} doesn’t take ${valueInWords(value)}. ${asked}`)
    }
  }
}
