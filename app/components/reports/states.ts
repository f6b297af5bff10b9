import type { StepResultView } from '../../../core/wire/result'

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

/** How the steps of a task ended; of many, how many in each way. */
export function statesInShort(steps: readonly StepResultView[]): string {
  const all = steps.map(stateOf)
  if (all.length <= 3) return all.join(' · ')
  return [...new Set(all)].map(state => `${all.filter(one => one === state).length} ${state}`).join(' · ')
}
