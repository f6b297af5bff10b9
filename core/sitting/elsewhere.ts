import { followsFrom } from '../marking/judging'
import type { FiguresElsewhere } from '../tools/tool'
import { ask } from './judgement'
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
  while (!next.done) {
    const asked = next.value
    const known = asked.ask === 'judge' ? { ...asked, ...(yield* elsewhereFor(plan, state, asked)) } : asked
    next = judging.next(yield known)
  }
  return next.value
}

/** The figures of other tasks that a step may follow from: as their steps closed, or as the work is until then. */
function* elsewhereFor(
  plan: Plan,
  state: SittingState,
  { stepPlan }: Judgement,
): Judging<Pick<Judgement, 'elsewhere'>> {
  const named = followsFrom(stepPlan.step).flatMap(({ task, step }) => (task === undefined ? [] : [{ task, step }]))
  if (named.length === 0) return {}
  const elsewhere: FiguresElsewhere[] = []
  for (const { task, step } of named) {
    const found = yield* figuresIn(plan, state, task, step)
    if (found) elsewhere.push(found)
  }
  return { elsewhere }
}

function* figuresIn(plan: Plan, state: SittingState, taskId: string, stepId: string): Judging<FiguresElsewhere | null> {
  const taskPlan = plan.task(taskId)
  const task = state.tasks.find(({ id }) => id === taskId)
  const names = taskPlan?.steps.find(({ step }) => step.id === stepId)?.figures
  if (!taskPlan || !task || !names) return null
  const closed = closedSteps(task)
  const kept = closed.find(({ step }) => step === stepId)?.figures
  const figures = kept ?? (yield* ask({ ask: 'figures', taskPlan, work: task.work, stepId, names, closed }))
  return { task: taskId, step: stepId, figures }
}
