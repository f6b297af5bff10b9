import type { SittingResult } from '../sitting/result'
import type { JudgedCriterion } from './report'

/** The evidence that an ended sitting gives. Steps that were never reached give none. */
export function evidenceFrom(sittingId: string, endedAt: string, result: SittingResult): JudgedCriterion[] {
  return result.tasks.flatMap(task =>
    task.steps
      .filter(step => step.reached)
      .flatMap(step =>
        step.criteria.map(criterion => ({
          at: endedAt,
          sittingId,
          taskId: task.id,
          stepId: step.id,
          criterionId: criterion.id,
          skills: criterion.skills,
          points: criterion.points,
          outOf: criterion.outOf,
          faults: criterion.faults,
        })),
      ),
  )
}
