import { judgeStep } from '../marking/judging'
import type { Judged } from '../marking/judging'
import type { Plan, TaskPlan } from './plan'
import { earlierWork, stepInHand, stepPlanOf, withStep } from './progress'
import type { StepProgress, TaskProgress } from './progress'

/** What a try came to, as the sitting knows it. What of it the trainee is told is decided elsewhere. */
export interface Tried {
  stepId: string
  passed: boolean
  findings: readonly Judged[]
}

export interface TryResult {
  task: TaskProgress
  tried: Tried
}

function findingsFor(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, stepId: string, state: unknown): Judged[] {
  const { step } = stepPlanOf(taskPlan, stepId)
  return judgeStep({
    tool: taskPlan.tool, step, state, start: taskPlan.start,
    earlier: earlierWork(task), followThrough: plan.rules.followThrough,
  }).map(({ finding }) => finding)
}

/**
 * Judges the step against `work` and counts the try. Passed: the work is kept and the next step opens.
 * Not passed: `otherwise` is the state that the task goes back to, and after the last try the step closes.
 */
export function tryStep(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, step: StepProgress, at: string, work: unknown, otherwise: unknown): TryResult {
  const findings = findingsFor(plan, taskPlan, task, step.id, work)
  const passed = findings.every(finding => finding.met)
  const tried = { stepId: step.id, passed, findings }
  const checks = [...step.checks, { at, findings }]
  const judged = { ...withStep(task, { ...step, checks }), state: passed ? work : otherwise, unjudged: false }
  if (passed) return { tried, task: close(judged, { ...step, checks, status: 'passed', left: work }) }
  if (checks.length < stepPlanOf(taskPlan, step.id).tries) return { tried, task: judged }
  return { tried, task: giveUp(plan, taskPlan, judged, { ...step, checks, status: 'out-of-tries', left: work }) }
}

/** Closes a step that wasn't passed, and sets the work right where the paper says so. */
export function giveUp(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, step: StepProgress): TaskProgress {
  if (plan.rules.afterTries === 'leave') return close(task, step)
  const model = stepPlanOf(taskPlan, step.id).modelState()
  return close({ ...task, state: taskPlan.tool.carry(task.state, model) }, { ...step, setRight: true })
}

/** Puts the closed step in its place and opens the one after it. */
function close(task: TaskProgress, step: StepProgress): TaskProgress {
  const closed = withStep(task, step)
  const next = closed.steps.find(other => other.status === 'locked')
  return next ? withStep(closed, { ...next, status: 'open' }) : closed
}

/**
 * The closing check, when a sitting ends: work that was done but never checked is judged, as a try like
 * any other, and so is the step after each one that passes. A step on which nothing was gained that
 * wasn't tried before stays as it is: not reached.
 */
export function judgeUnchecked(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, at: string): TaskProgress {
  if (!task.unjudged) return task
  let judged = task
  for (;;) {
    const step = stepInHand(judged)
    if (!step || stepPlanOf(taskPlan, step.id).step.mode === 'watched') return judged
    const result = tryStep(plan, taskPlan, judged, step, at, judged.state, judged.state)
    const gained = result.tried.findings.some(finding => finding.share > 0)
    if (!gained && judged !== task) return judged
    judged = result.task
    if (!result.tried.passed) return judged
  }
}
