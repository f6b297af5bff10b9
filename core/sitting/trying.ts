import { sure } from '../ground/sure'
import type { Judged } from '../marking/judging'
import type { Figures } from '../tools/tool'
import { ask } from './judgement'
import type { Judging } from './judgement'
import type { Plan, StepPlan, TaskPlan } from './plan'
import { closedSteps, isUnjudged, stepInHand, stepPlanOf, triesOf, withStep } from './progress'
import type { Check, StepProgress, TaskProgress } from './progress'
import { stateSetRight } from './setting-right'
import { AWAY, untouched, worked } from './work'
import type { Work } from './work'

/** What a try came to, as the sitting knows it. What of it the trainee is told is decided elsewhere. */
export interface Tried {
  stepId: string
  passed: boolean
  findings: readonly Judged[]
  /** A change that didn't pass, and was kept all the same, for no try: it brought the step nearer, or went back. */
  kept?: 'nearer' | 'back'
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

export const isMet = (found: readonly Judged[]): boolean => found.every(finding => finding.met)
const hasGained = (found: readonly Judged[]): boolean => found.some(finding => finding.share > 0)

/** What work comes out as, for a step. */
export function* comesTo(taskPlan: TaskPlan, work: Work, stepId: string): Judging<string> {
  return yield* ask({ ask: 'comes-to', taskPlan, work, stepId })
}

/** What the work of a step came out as when it was opened. */
export function* stoodAt(taskPlan: TaskPlan, { id, stood }: StepProgress): Judging<string> {
  return stood ?? (yield* comesTo(taskPlan, untouched(taskPlan.start), id))
}

/** Judges the step against `work` and counts the try. */
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
  return yield* countTry(plan, taskPlan, task, step, { at, findings: found }, work, otherwise)
}

/**
 * Counts a try. Passed: the work is kept and the next step opens. Not passed: `otherwise` is the work that the task
 * goes back to, and after the last try the step closes.
 */
export function* countTry(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  check: Check,
  work: Work,
  otherwise: Work,
): Judging<TryResult> {
  const passed = isMet(check.findings)
  const tried = { stepId: step.id, passed, findings: check.findings }
  const counted = { ...check, findings: asHeld(check.findings, step) }
  const checked = { ...step, checks: [...step.checks, counted], unjudged: false }
  const judged = { ...withStep(task, checked), work: passed ? work : otherwise }
  if (passed) return { tried, task: yield* closeStep(taskPlan, judged, { ...checked, status: 'passed' }, work) }
  if (triesOf(checked) < stepPlanOf(taskPlan, step.id).tries) return { tried, task: judged }
  return { tried, task: yield* giveUp(plan, taskPlan, judged, { ...checked, status: 'out-of-tries' }, work) }
}

/** What a try of a watched step counts for: what was held before it, and is again after it, isn't lost by it. */
function asHeld(found: readonly Judged[], { held = [] }: StepProgress): readonly Judged[] {
  const before = held.at(-1)?.findings
  if (!before || isMet(found)) return found
  return found.map((finding, at) => {
    const kept = before[at]
    if (!kept || kept.share <= finding.share) return finding
    return { ...kept, ...(finding.fault ? { fault: finding.fault } : {}) }
  })
}

/**
 * A change in a watched step. One that brings the step nearer (no criterion falls, one rises) is kept and spends
 * nothing, and so is going back to what was held before. Any other that doesn't pass is a try, and taken back.
 */
export function* watchedChange(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  at: string,
  changed: Work,
): Judging<TryResult> {
  const found = yield* findings(plan, taskPlan, task, step.id, changed)
  if (plan.takenBy < 4 || isMet(found))
    return yield* countTry(plan, taskPlan, task, step, { at, findings: found }, changed, task.work)
  const held = step.held ?? [
    {
      cameTo: yield* comesTo(taskPlan, task.work, step.id),
      findings: yield* findings(plan, taskPlan, task, step.id, task.work),
    },
  ]
  const now = { cameTo: yield* comesTo(taskPlan, changed, step.id), findings: found }
  const others = held.filter(({ cameTo }) => cameTo !== now.cameTo)
  const kept = others.length < held.length ? 'back' : isNearer(sure(held.at(-1)).findings, found) ? 'nearer' : null
  if (kept === null) return yield* countTry(plan, taskPlan, task, step, { at, ...now }, changed, task.work)
  const going = { ...step, held: [...others, now], unjudged: true }
  return {
    tried: { stepId: step.id, passed: false, findings: found, kept },
    task: { ...withStep(task, going), work: changed },
  }
}

const isNearer = (before: readonly Judged[], now: readonly Judged[]): boolean => {
  const rises = now.map(({ share }, at) => share - sure(before[at]).share)
  return rises.every(rise => rise > -1e-9) && rises.some(rise => rise > 1e-9)
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
 * never tried, it takes no try, and where nobody worked on it, it stays as it is.
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
  if (tried && (yield* cameToTheSame(plan, taskPlan, task, step))) return step
  const found = yield* findings(plan, taskPlan, task, step.id, task.work)
  const gained = tried || hasGained(found)
  if (!gained && !(yield* isWorkedOn(plan, taskPlan, task, step, found))) return step
  const checks = [...step.checks, { at, findings: found, ...(gained ? {} : { free: true as const }) }]
  const used = triesOf({ checks })
  const status = isMet(found) ? 'passed' : used >= stepPlan.tries ? 'out-of-tries' : 'open'
  return { ...step, status, checks, unjudged: false }
}

/** Whether the work comes out as it did at the last check of a step. */
function* cameToTheSame(plan: Plan, taskPlan: TaskPlan, task: TaskProgress, step: StepProgress): Judging<boolean> {
  const before = step.checks.at(-1)?.cameTo
  if (plan.scoring < 4 || before === undefined) return false
  return (yield* comesTo(taskPlan, task.work, step.id)) === before
}

/**
 * Whether an open step that was never checked was worked on: its work comes out otherwise than when it was opened. In
 * free order the work may be that of other steps: there its check has to find something else than at the start.
 */
function* isWorkedOn(
  plan: Plan,
  taskPlan: TaskPlan,
  task: TaskProgress,
  step: StepProgress,
  found: readonly Judged[],
): Judging<boolean> {
  if (plan.scoring < 4 || step.status !== 'open') return false
  if ((yield* comesTo(taskPlan, task.work, step.id)) === (yield* stoodAt(taskPlan, step))) return false
  if (taskPlan.task.order !== 'free') return true
  const before = yield* findings(plan, taskPlan, task, step.id, untouched(taskPlan.start))
  return found.some((finding, at) => finding.found !== before[at]?.found || finding.share !== before[at].share)
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
    const passed = isMet(sealed)
    const left = step.status === 'skipped'
    if (left && !hasGained(sealed)) return withStep(before, rest)
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
    if (judged !== task && !hasGained(result.tried.findings)) return judged
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
    if (hasGained(result.tried.findings) || step.checks.length > 0) judged = result.task
  }
  return judged
}
