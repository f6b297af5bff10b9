import type { Criterion } from '../paper/schema'
import { deskKey } from '../marking/desk'
import type { GivenMark } from '../marking/desk'
import type { Plan } from './plan'
import { sums } from './result'
import type { SittingResult, StepResult } from './result'

/** The result with what was released to it: points that waited are decided. Every total is the sum of its parts. */
export function withMarks(plan: Plan, result: SittingResult, released: ReadonlyMap<string, GivenMark>): SittingResult {
  if (released.size === 0) return result
  const tasks = result.tasks.map(task => {
    const steps = task.steps.map(step => {
      const given = released.get(deskKey(task.id, step.id))
      const asked = plan.task(task.id) ?? plan.strands
      const levels = asked?.steps.find(one => one.step.id === step.id)?.step.criteria ?? []
      return given && step.status === 'awaiting-marker' ? markedStep(step, given, levels) : step
    })
    return { ...task, ...sums(steps), steps }
  })
  return { ...result, ...sums(tasks), tasks }
}

function markedStep(step: StepResult, { points }: GivenMark, asked: readonly Criterion[]): StepResult {
  const criteria = step.criteria.map(criterion => {
    const earned = points[criterion.id] ?? 0
    return {
      ...criterion,
      points: earned,
      met: earned === criterion.outOf,
      found: levelOf(asked, criterion.id, earned) ?? 'Marked by a person.',
      faults: earned === criterion.outOf ? [] : ['marked-down'],
    }
  })
  const earned = criteria.reduce((sum, one) => sum + one.points, 0)
  return { ...step, criteria, points: earned, waiting: 0, status: 'marked', reached: true }
}

/** What is said of an answer that earns so much, where the criterion has a level for that; in hundredths. */
function levelOf(asked: readonly Criterion[], id: string, earned: number): string | undefined {
  const levels = asked.find(criterion => criterion.id === id)?.levels ?? []
  return levels.find(({ points }) => Math.round(points * 100) === earned)?.text
}
