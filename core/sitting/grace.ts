import type { Plan } from './plan'
import type { SittingState, TaskProgress } from './progress'
import { endsAt, passTime, sectionOfTask } from './sections'

/** Since when the time of a task is up, its section’s or the whole sitting’s; null while there is some left. */
export function timeUpSince(plan: Plan, state: SittingState, taskId: string, now: string): string | null {
  const standing = passTime(plan, state, now)
  const section = standing.sections.find(({ id }) => id === sectionOfTask(plan, taskId))
  if (section?.closed === 'time-up' && section.closedAt !== undefined) return section.closedAt
  const end = endsAt(plan, standing, now)
  return now >= end ? end : null
}

/** A task with how it stands kept for telling, before something that came after its time changes it. */
export function keptForTelling(task: TaskProgress, afterTime: boolean): TaskProgress {
  const { toldAs, ...rest } = task
  return afterTime ? { ...rest, toldAs: toldAs ?? rest } : rest
}

/** The rules by which a sitting goes on after its time: nothing is set right, since that would be the answer. */
export const afterItsTime = (plan: Plan): Plan => ({
  ...plan,
  rules: { ...plan.rules, afterTries: 'leave', setRightWhenLeft: false },
})

/**
 * A task as its trainee may see it. Work is still taken in the grace period, but the task is told as it stood when its
 * time was up, steps, work and mark: what came of it is for the result to tell. A verdict could be answered with
 * another try. Sittings under way that this wasn't kept for are told without the checks that came since.
 */
export function toldUntil(task: TaskProgress, timeUp: string | null): TaskProgress {
  if (timeUp === null) return task
  if (task.toldAs) return task.toldAs
  const steps = task.steps.map(step => {
    const checks = step.checks.filter(({ at }) => at < timeUp)
    if (checks.length === step.checks.length) return step
    const { setRight: _, ...rest } = step
    return { ...rest, checks, status: 'open' as const }
  })
  return { ...task, steps }
}
