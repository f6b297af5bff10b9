import { contextOf } from '../marking/judging'
import type { TaskPlan } from './plan'
import { stepPlanOf } from './progress'
import type { WorkEntry } from './work'

/**
 * The work with a step set right. What belongs to other steps stays where the tool can keep it; sittings by earlier
 * rules, whose entry doesn't say what was closed, get the model's state whole.
 */
export function stateSetRight(
  taskPlan: Pick<TaskPlan, 'tool' | 'task' | 'start' | 'steps'>,
  state: unknown,
  { setRight, closed }: Extract<WorkEntry, { setRight: string }>,
): unknown {
  const { tool } = taskPlan
  const kept = closed ? tool.setRight?.(state, contextOf({ ...taskPlan, closed }, setRight)) : null
  return kept ?? tool.carry(state, stepPlanOf(taskPlan, setRight).modelState())
}
