import { contextOf, figuresOf, followsFrom } from '../marking/judging'
import type { FiguresElsewhere } from '../tools/tool'
import type { Judgement, Judging } from './judgement'
import type { Plan } from './plan'
import { closedSteps } from './progress'
import type { SittingState } from './progress'

/**
 * Runs a computation whose judgements know what other tasks of the sitting hold: what is right from a figure that
 * the trainee worked out elsewhere counts as it does within a task.
 */
export function* knowingElsewhere<Result>(plan: Plan, state: SittingState, judging: Judging<Result>): Judging<Result> {
  let next = judging.next()
  while (!next.done) next = judging.next(yield { ...next.value, ...elsewhereFor(plan, state, next.value) })
  return next.value
}

/** The figures of other tasks that a step may follow from: as their steps closed, or as the work is until then. */
function elsewhereFor(plan: Plan, state: SittingState, { stepPlan }: Judgement): Pick<Judgement, 'elsewhere'> {
  const named = followsFrom(stepPlan.step).flatMap(({ task, step }) => (task === undefined ? [] : [{ task, step }]))
  if (named.length === 0) return {}
  return { elsewhere: named.flatMap(({ task, step }) => figuresIn(plan, state, task, step) ?? []) }
}

function figuresIn(plan: Plan, state: SittingState, taskId: string, stepId: string): FiguresElsewhere | null {
  const taskPlan = plan.task(taskId)
  const task = state.tasks.find(({ id }) => id === taskId)
  const asked = taskPlan?.steps.find(({ step }) => step.id === stepId)?.figures
  if (!taskPlan || !task || !asked) return null
  const closed = closedSteps(task)
  const kept = closed.find(({ step }) => step === stepId)?.figures
  const figures = kept ?? figuresOf(taskPlan.tool, task.work.state, asked, contextOf({ ...taskPlan, closed }, stepId))
  return { task: taskId, step: stepId, figures }
}
