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

/**
 * A task as its trainee may see it. Work is still taken in the grace period, but how it was judged there is for the
 * result to tell: a verdict could be answered with another try.
 */
export function toldUntil(task: TaskProgress, timeUp: string | null): TaskProgress {
  if (timeUp === null) return task
  const steps = task.steps.map(step => {
    const checks = step.checks.filter(({ at }) => at < timeUp)
    if (checks.length === step.checks.length) return step
    const { setRight: _, ...rest } = step
    return { ...rest, checks, status: 'open' as const }
  })
  return { ...task, steps }
}
