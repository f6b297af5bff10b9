import type { Judged } from '../marking/judging'
import type { Figures } from '../tools/tool'
import { ask } from './judgement'
import type { Judging } from './judgement'
import type { Plan, StepPlan, TaskPlan } from './plan'
import { closedSteps, isUnjudged, stepInHand, stepPlanOf, withStep } from './progress'
import type { StepProgress, TaskProgress } from './progress'
import { stateSetRight } from './setting-right'
import { AWAY, worked } from './work'
import type { Work } from './work'

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

export const isForPerson = ({ step }: StepPlan): boolean => step.marking === 'person'

/** Whether each change is judged as it is made. Where steps are settled, nothing is judged before the end. */
export const isWatched = ({ rules, scoring }: Plan, { step }: StepPlan): boolean =>
  step.mode === 'watched' && (scoring < 3 || rules.answers !== 'settled')

/** What the check of a step finds in a piece of work. */
export function* findings(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  stepId: string,
  work: Work,
): Judging<readonly Judged[]> {
  return yield* ask({
    ask: 'judge',
    taskPlan,
    stepPlan: stepPlanOf(taskPlan, stepId),
    work,
    closed: closedSteps(task),
    followThrough: plan.rules.followThrough,
  })
}

/**
 * Judges the step against `work` and counts the try. Passed: the work is kept and the next step opens.
 * Not passed: `otherwise` is the work that the task goes back to, and after the last try the step closes.
 */
export function* tryStep(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  at: string,
  work: Work,
  otherwise: Work,
): Judging<TryResult> {
  const found = yield* findings(plan, taskPlan, task, step.id, work)
  const passed = found.every(finding => finding.met)
  const tried = { stepId: step.id, passed, findings: found }
  const checked = { ...step, checks: [...step.checks, { at, findings: found }], unjudged: false }
  const judged = { ...withStep(task, checked), work: passed ? work : otherwise }
  if (passed) return { tried, task: yield* closeStep(taskPlan, judged, { ...checked, status: 'passed' }, work) }
  if (checked.checks.length < stepPlanOf(taskPlan, step.id).tries) return { tried, task: judged }
  return { tried, task: yield* giveUp(plan, taskPlan, judged, { ...checked, status: 'out-of-tries' }, work) }
}

/**
 * Closes a step that wasn't passed, and sets the work right where the paper says so. Steps in free order stand
 * by themselves: nothing later starts from this one, and its work stays.
 */
export function* giveUp(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  left: Work,
): Judging<TaskProgress> {
  const byEarlierRules = plan.scoring < 3
  const closed = yield* closeStep(taskPlan, task, step, byEarlierRules ? left : task.work)
  const { afterTries, setRightWhenLeft } = plan.rules
  if (afterTries === 'leave' || taskPlan.task.order === 'free') return closed
  if (step.status === 'skipped' && !setRightWhenLeft) return closed
  const entry = { setRight: step.id, ...(byEarlierRules ? {} : { closed: closedSteps(task) }) }
  // Where the work is kept in another thread, that makes it of its entries once it is wanted.
  const { state: now } = task.work
  const state = now === AWAY ? AWAY : stateSetRight(taskPlan, now, entry)
  const work = worked(taskPlan.tool, task.work, entry, state)
  // Later steps start from sound ground, so what follows from the slip counts no more.
  const figures = byEarlierRules ? {} : { figures: yield* figuresAt(taskPlan, task, step.id, work) }
  const right = closed.steps.map(other =>
    other.id === step.id ? { ...other, ...figures, setRight: true as const } : other,
  )
  return { ...closed, steps: right, work }
}

function* figuresAt(taskPlan: TaskPlan, task: TaskProgress, stepId: string, work: Work): Judging<Figures> {
  const names = stepPlanOf(taskPlan, stepId).figures
  return yield* ask({ ask: 'figures', taskPlan, work, stepId, names, closed: closedSteps(task) })
}

/** Puts the closed step in its place, with the figures that `left` holds, and opens the one after it. */
export function* closeStep(
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  left: Work,
): Judging<TaskProgress> {
  const figures = yield* figuresAt(taskPlan, task, step.id, left)
  const closed = withStep(task, { ...step, figures, unjudged: false })
  const next = closed.steps.find(other => other.status === 'locked')
  return next ? withStep(closed, { ...next, status: 'open' }) : closed
}

/**
 * A step that is being left, or that the end finds open or locked, judged against the work as it stands: one more
 * try, if one is left and there is something that no check has seen. Where nothing was gained on a step that was
 * never tried, it stays as it is.
 */
export function* closingCheck(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  at: string,
): Judging<StepProgress> {
  const stepPlan = stepPlanOf(taskPlan, step.id)
  const tried = step.checks.length > 0
  if (isForPerson(stepPlan) || (tried && !step.unjudged) || step.checks.length >= stepPlan.tries) return step
  const found = yield* findings(plan, taskPlan, task, step.id, task.work)
  if (!tried && !found.some(finding => finding.share > 0)) return step
  const checks = [...step.checks, { at, findings: found }]
  const passed = found.every(finding => finding.met)
  const status = passed ? 'passed' : checks.length >= stepPlan.tries ? 'out-of-tries' : 'open'
  return { ...step, status, checks, unjudged: false }
}

/**
 * The closing check, when a sitting ends: settled steps as they were settled, then work that was done but never
 * checked, then what a person has to mark.
 */
export function* judgeAtEnd(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, at: string): Judging<TaskProgress> {
  const unsealed = unseal(task, at)
  const handedOver = yield* handOver(taskPlan, unsealed)
  if (plan.scoring >= 3) return yield* judgeUnclosed(plan, taskPlan, handedOver, at)
  return yield* taskPlan.task.order === 'free'
    ? judgeOpenSteps(plan, taskPlan, handedOver, at)
    : judgeStepInHand(plan, taskPlan, handedOver, at)
}

/** A step that was settled, or left where steps are settled, was judged then; now it counts. */
function unseal(task: TaskProgress, at: string): TaskProgress {
  return task.steps.reduce((before, step) => {
    if (step.sealed === undefined) return before
    const { sealed, ...rest } = step
    const passed = sealed.every(finding => finding.met)
    const left = step.status === 'skipped'
    if (left && !sealed.some(finding => finding.share > 0)) return withStep(before, rest)
    const status = passed ? ('passed' as const) : left ? ('skipped' as const) : ('out-of-tries' as const)
    return withStep(before, { ...rest, status, checks: [...step.checks, { at, findings: sealed }] })
  }, task)
}

/** Work on a step that a person marks goes to the marker, whether or not it was handed over. */
function* handOver(taskPlan: TaskPlan, task: TaskProgress): Judging<TaskProgress> {
  let handed = task
  for (const step of task.steps) {
    if (step.status !== 'open' || !step.unjudged || !isForPerson(stepPlanOf(taskPlan, step.id))) continue
    if (!(yield* ask({ ask: 'is-begun', taskPlan, work: task.work, stepId: step.id }))) continue
    handed = yield* closeStep(taskPlan, handed, { ...step, status: 'awaiting-marker' }, task.work)
  }
  return handed
}

/**
 * Every step that isn't closed, in order: the one in hand and those after it, for which work may have been done
 * ahead. What each left is known to those after it.
 */
function* judgeUnclosed(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, at: string): Judging<TaskProgress> {
  let judged = task
  for (const step of task.steps) {
    if (step.status !== 'open' && step.status !== 'locked') continue
    const now = yield* closingCheck(plan, taskPlan, judged, step, at)
    const figures = yield* figuresAt(taskPlan, judged, step.id, judged.work)
    judged = withStep(judged, { ...now, figures })
  }
  return judged
}

/** Whether the end judges this step by itself: a watched one was judged as it was done. */
function isJudgedAtEnd(taskPlan: TaskPlan, step: StepProgress): boolean {
  const stepPlan = stepPlanOf(taskPlan, step.id)
  return stepPlan.step.mode !== 'watched' && !isForPerson(stepPlan)
}

/**
 * Work that was done but never checked is judged, as a try like any other, and so is the step after each one
 * that passes. A step on which nothing was gained that wasn't tried before stays as it is: not reached.
 */
function* judgeStepInHand(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, at: string): Judging<TaskProgress> {
  if (!isUnjudged(task)) return task
  let judged = task
  for (;;) {
    const step = stepInHand(judged)
    if (!step || !isJudgedAtEnd(taskPlan, step)) return judged
    const result = yield* tryStep(plan, taskPlan, judged, step, at, judged.work, judged.work)
    if (judged !== task && !hasGained(result)) return judged
    judged = result.task
    if (!result.tried.passed) return judged
  }
}

/** In free order every open step with new work is judged by itself; one on which nothing was gained is not reached. */
function* judgeOpenSteps(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, at: string): Judging<TaskProgress> {
  let judged = task
  for (const step of task.steps) {
    if (step.status !== 'open' || !step.unjudged || !isJudgedAtEnd(taskPlan, step)) continue
    const result = yield* tryStep(plan, taskPlan, judged, step, at, judged.work, judged.work)
    if (hasGained(result) || step.checks.length > 0) judged = result.task
  }
  return judged
}

const hasGained = ({ tried }: TryResult): boolean => tried.findings.some(finding => finding.share > 0)
