import { deskKey } from '../marking/desk'
import type { GivenMark } from '../marking/desk'
import { sums } from './result'
import type { SittingResult, StepResult } from './result'

/** The result with what was released to it: points that waited are decided. Every total is the sum of its parts. */
export function withMarks(result: SittingResult, released: ReadonlyMap<string, GivenMark>): SittingResult {
  if (released.size === 0) return result
  const tasks = result.tasks.map(task => {
    const steps = task.steps.map(step => {
      const given = released.get(deskKey(task.id, step.id))
      return given && step.status === 'awaiting-marker' ? markedStep(step, given) : step
    })
    return { ...task, ...sums(steps), steps }
  })
  return { ...result, ...sums(tasks), tasks }
}

function markedStep(step: StepResult, { points }: GivenMark): StepResult {
  const criteria = step.criteria.map(criterion => {
    const earned = points[criterion.id] ?? 0
    return {
      ...criterion,
      points: earned,
      met: earned === criterion.outOf,
      found: 'Marked by a person.',
      faults: earned === criterion.outOf ? [] : ['marked-down'],
    }
  })
  const earned = criteria.reduce((sum, one) => sum + one.points, 0)
  return { ...step, criteria, points: earned, waiting: 0, status: 'marked', reached: true }
}
