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
    tool: taskPlan.tool,
    step,
    state,
    start: taskPlan.start,
    earlier: earlierWork(task),
    followThrough: plan.rules.followThrough,
  }).map(({ finding }) => finding)
}

/**
 * Judges the step against `work` and counts the try. Passed: the work is kept and the next step opens.
 * Not passed: `otherwise` is the state that the task goes back to, and after the last try the step closes.
 */
export function tryStep(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  at: string,
  work: unknown,
  otherwise: unknown,
): TryResult {
  const findings = findingsFor(plan, taskPlan, task, step.id, work)
  const passed = findings.every(finding => finding.met)
  const tried = { stepId: step.id, passed, findings }
  const checks = [...step.checks, { at, findings }]
  const judged = { ...withStep(task, { ...step, checks }), state: passed ? work : otherwise, unjudged: false }
  if (passed) return { tried, task: closeStep(judged, { ...step, checks, status: 'passed', left: work }) }
  if (checks.length < stepPlanOf(taskPlan, step.id).tries) return { tried, task: judged }
  return { tried, task: giveUp(plan, taskPlan, judged, { ...step, checks, status: 'out-of-tries', left: work }) }
}

/** Closes a step that wasn't passed, and sets the work right where the paper says so. */
export function giveUp(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, step: StepProgress): TaskProgress {
  if (plan.rules.afterTries === 'leave') return closeStep(task, step)
  const model = stepPlanOf(taskPlan, step.id).modelState()
  return closeStep({ ...task, state: taskPlan.tool.carry(task.state, model) }, { ...step, setRight: true })
}

/** Puts the closed step in its place and opens the one after it. */
export function closeStep(task: TaskProgress, step: StepProgress): TaskProgress {
  const closed = withStep(task, step)
  const next = closed.steps.find(other => other.status === 'locked')
  return next ? withStep(closed, { ...next, status: 'open' }) : closed
}

/**
 * The closing check, when a sitting ends: settled steps as they were left, then work that was done but never
 * checked.
 */
export function judgeAtEnd(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, at: string): TaskProgress {
  return judgeUnchecked(plan, taskPlan, judgeSettled(plan, taskPlan, task, at), at)
}

/** A settled step is judged once, by the work that it left. Later steps stand where they stood. */
function judgeSettled(plan: Plan, taskPlan: TaskPlan, before: TaskProgress, at: string): TaskProgress {
  return before.steps
    .filter(({ status }) => status === 'settled')
    .reduce((task, step) => {
      const findings = findingsFor(plan, taskPlan, task, step.id, step.left)
      const status = findings.every(finding => finding.met) ? ('passed' as const) : ('out-of-tries' as const)
      return withStep(task, { ...step, status, checks: [...step.checks, { at, findings }] })
    }, before)
}

/**
 * Work that was done but never checked is judged, as a try like any other, and so is the step after
 * each one that passes. A step on which nothing was gained that wasn't tried before stays as it is:
 * not reached.
 */
function judgeUnchecked(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, at: string): TaskProgress {
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
