import { blockAt } from '../../addresses'
import { areaName, blocksOverlap } from '../../formula/references'
import type { Block } from '../../formula/references'
import { copiedFormula } from '../../formula/rewriting'
import { Formula } from '../formula'
import type { CheckedInput } from './checked-input'
import { rewrittenCondition } from './condition'
import type { Marking } from './marking'

/** The most rules of a kind that a sheet has. */
export const MOST_RULES = 200

/** A rule for the cells of an area. Its formulas are written for the first of them. */
type Ruled = CheckedInput | Marking

function withFormulasAt<Rule extends Ruled>(rule: Rule, rows: number, columns: number): Rule {
  if (rows === 0 && columns === 0) return rule
  const along = (text: string): string => copiedFormula(text, new Formula(text).tree, rows, columns)
  if ('rule' in rule)
    return rule.rule.takes === 'one-of'
      ? rule
      : { ...rule, rule: { ...rule.rule, when: rewrittenCondition(rule.rule.when, along) } }
  return 'when' in rule ? { ...rule, when: rewrittenCondition(rule.when, along) } : rule
}

/** A rule for another area, as if it had been copied from the first cell of its own to `from`, and that to there. */
export function ruleOn<Rule extends Ruled>(rule: Rule, from: Block, to: Block): Rule {
  const own = blockAt(rule.area)
  const [rows, columns] = [to.top - from.top, to.left - from.left]
  const moved = withFormulasAt(rule, from.top - own.top + rows, from.left - own.left + columns)
  return { ...moved, area: areaName(to) }
}

/** What is left of an area that another is taken out of: none to four areas. */
function rest(from: Block, taken: Block): Block[] {
  const [top, bottom] = [Math.max(from.top, taken.top), Math.min(from.bottom, taken.bottom)]
  return [
    { ...from, bottom: top - 1 },
    { ...from, top: bottom + 1 },
    { top, bottom, left: from.left, right: taken.left - 1 },
    { top, bottom, left: taken.right + 1, right: from.right },
  ].filter(({ top: first, left, bottom: last, right }) => first <= last && left <= right)
}

/** Rules that no longer hold for the cells of an area; for the others they say what they said. */
export function rulesWithout<Rule extends Ruled>(rules: readonly Rule[], taken: Block): Rule[] {
  return rules.flatMap(rule => {
    const from = blockAt(rule.area)
    return blocksOverlap(from, taken) ? rest(from, taken).map(part => ruleOn(rule, part, part)) : [rule]
  })
}

/** The rules of an area, for cells so many rows and columns on. */
export function rulesAlong<Rule extends Ruled>(
  rules: readonly Rule[],
  area: Block,
  rows: number,
  columns: number,
): Rule[] {
  return rules.flatMap(rule => {
    const own = blockAt(rule.area)
    if (!blocksOverlap(own, area)) return []
    const part = {
      top: Math.max(own.top, area.top),
      left: Math.max(own.left, area.left),
      bottom: Math.min(own.bottom, area.bottom),
      right: Math.min(own.right, area.right),
    }
    const to = {
      top: part.top + rows,
      left: part.left + columns,
      bottom: part.bottom + rows,
      right: part.right + columns,
    }
    return [ruleOn(rule, part, to)]
  })
}
