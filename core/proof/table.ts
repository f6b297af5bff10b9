import type { Task } from '../paper/schema'
import { noCounts } from './ground'
import type { ProofCounts } from './ground'

const HEADINGS: Record<keyof ProofCounts, string> = {
  models: 'models',
  ways: 'ways',
  traps: 'traps',
  harmless: 'changes that can’t matter',
  harmful: 'changes that must matter',
  nothingAfter: 'nothing after a mistake',
  chargedOnce: 'right after a mistake',
}
const KINDS = Object.keys(HEADINGS) as (keyof ProofCounts)[]

/** What the proof ran for each task, as a page in Markdown. */
export function proofTable(proved: readonly { task: Task; counts: ProofCounts }[]): string {
  const row = (name: string, steps: number, counts: ProofCounts): string =>
    `| ${[name, steps, ...KINDS.map(kind => counts[kind])].join(' | ')} |`
  const sum = proved.reduce(
    (before, { counts }) =>
      Object.fromEntries(KINDS.map(kind => [kind, before[kind] + counts[kind]])) as unknown as ProofCounts,
    noCounts(),
  )
  const steps = proved.reduce((all, { task }) => all + task.steps.length, 0)
  return [
    '# What the content proof ran',
    '',
    'Written by `npm run proof`; how each kind works stands in [writing tasks](writing-tasks.md#the-proof).',
    'Every one of these held: a task for which one doesn’t is not published.',
    '',
    `| task | steps | ${KINDS.map(kind => HEADINGS[kind]).join(' | ')} |`,
    `|---|---|${KINDS.map(() => '---|').join('')}`,
    ...proved.map(({ task, counts }) => row(task.id, task.steps.length, counts)),
    row('**all**', steps, sum),
    '',
  ].join('\n')
}
