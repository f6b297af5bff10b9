import type { StepResultView } from '../../../core/wire/result'
import type { SkillReportView } from '../../../core/wire/skills'

const states = {
  'settled': 'settled',
  'passed': 'passed',
  'out-of-tries': 'out of tries',
  'skipped': 'left',
  'open': 'not finished',
  'locked': 'not reached',
  'awaiting-marker': 'waiting for a marker',
  'marked': 'marked',
}

/** How a step ended, in words. */
export const stateOf = (step: StepResultView): string =>
  step.reached || step.status === 'awaiting-marker' ? states[step.status] : 'not reached'

/** How a skill stands; of one that only one step has shown, what that says so far. */
export function standingInWords({ standing, once }: Pick<SkillReportView['mastery'], 'standing' | 'once'>): string {
  if (once === undefined) return standing
  return once === 'miss' ? 'one miss so far' : 'right once so far'
}

/** How the steps of a task ended; of many, how many in each way. */
export function statesInShort(steps: readonly StepResultView[]): string {
  const all = steps.map(stateOf)
  if (all.length <= 3) return all.join(' · ')
  return [...new Set(all)].map(state => `${all.filter(one => one === state).length} ${state}`).join(' · ')
}

/** What tries were spent on a step, after its state; nothing where a person marks it. */
export function triesInWords({
  status,
  waiting,
  triesUsed,
  triesAllowed,
  earnsCheck,
}: Pick<StepResultView, 'status' | 'waiting' | 'triesUsed' | 'triesAllowed' | 'earnsCheck'>): string {
  if (status === 'marked' || waiting > 0) return ''
  const earns = earnsCheck > 0 && earnsCheck < triesUsed ? `, earns its check ${earnsCheck}` : ''
  return ` · ${triesUsed} of ${triesAllowed} tries${earns}`
}

/** Since which try what was found has held, what that counts, and what it earned: one sentence for each criterion. */
export function heldInWords({ held, points }: StepResultView['criteria'][number]): string {
  if (held.length === 0) return ''
  let share = 0
  const parts = held.map(layer => {
    share += layer.share
    const much = share > 1 - 1e-9 ? (held.length > 1 ? 'all of it ' : '') : `${format.percent(share)} of it right `
    return `${much}since try ${layer.since}, which counts ${format.percent(layer.weight)}`
  })
  return `${parts.join('; ')}: ${points.toFixed(2)}`
}
