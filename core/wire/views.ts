import { deadlineOf, isPaused, stoodMs } from '../sitting/clock'
import type { Plan, StepPlan, TaskPlan } from '../sitting/plan'
import { isUnjudged, stepPlanOf, triesOf } from '../sitting/progress'
import type { SittingState, StepProgress, TaskProgress } from '../sitting/progress'
import { pointsOfStep } from '../sitting/result'
import { endsAt, sectionDeadline, sectionLeftMs, sectionOfTask } from '../sitting/sections'
import type { Tried } from '../sitting/trying'
import { iso, ms } from '../ground/time/moments'
import type { PaceView, StepProgressView, StepView, TaskProgressView, TaskView, TaskWorkView, Verdict } from './sitting'

/** Why what a task asks is held back: its section comes later, or the clock stands; null where it isn't. */
export type Held = 'ahead' | 'standing' | null

/**
 * What a trainee may see of a task while the sitting runs. This and `briefOf` are the places where a task turns
 * into something that leaves the server, and they name each thing that goes; the key is not among them. What is ahead
 * goes under a neutral name.
 */
export function taskViewOf(
  plan: Plan,
  taskPlan: TaskPlan,
  progress: TaskProgress,
  reference: string,
  held: Held = null,
  neutral = '',
): TaskView {
  const { task, tool } = taskPlan
  const steps = progress.steps.map(step => stepViewOf(plan, stepPlanOf(taskPlan, step.id), step))
  return {
    ...taskProgressViewOf(plan, taskPlan, progress),
    section: sectionOfTask(plan, task.id) ?? '',
    reference,
    title: held === 'ahead' ? 'Not open yet' : task.title,
    withheld: held !== null,
    tool: task.tool,
    heavy: tool.heavy ?? false,
    keepsOthers: tool.setRight !== undefined,
    order: task.order,
    minutes: task.minutes,
    steps: held === null ? steps : steps.map(withoutWords),
    ...(held === 'ahead' ? { id: neutral, steps: steps.map(withoutWords).map(withoutName) } : {}),
  }
}

/** A step of a task that is held back: how far it is, and nothing that could be read ahead. */
function withoutWords({ hints: _hints, explanation: _explanation, lastCheck: _check, ...step }: StepView): StepView {
  return { ...step, instruction: '' }
}

const withoutName = (step: StepView, at: number): StepView => ({ ...step, id: `step-${at + 1}` })

/** What is read before and beside the work. */
export function briefOf({ task }: TaskPlan): TaskWorkView['brief'] {
  const { situation, documents, reading = null, references } = task.brief
  return { situation, documents, reading, references }
}

/** The task as it now stands, with the steps that differ from `before`; with all of them where there is no before. */
export function taskProgressViewOf(
  plan: Plan,
  taskPlan: TaskPlan,
  progress: TaskProgress,
  before?: TaskProgress,
): TaskProgressView {
  const changed = progress.steps.filter(step => {
    const earlier = before?.steps.find(({ id }) => id === step.id)
    return (
      !earlier ||
      earlier.status !== step.status ||
      earlier.checks !== step.checks ||
      earlier.hints !== step.hints ||
      earlier.revisit !== step.revisit
    )
  })
  return {
    id: progress.id,
    opened: progress.opened,
    revisit: progress.revisit,
    marked: [...progress.marked],
    begun: isUnjudged(progress) || progress.steps.some(step => step.checks.length > 0),
    unchecked: isUnjudged(progress),
    mark: progress.work.mark,
    steps: changed.map(step => stepProgressViewOf(plan, stepPlanOf(taskPlan, step.id), step)),
  }
}

const closed: ReadonlySet<StepProgress['status']> = new Set(['passed', 'out-of-tries', 'skipped'])

function stepProgressViewOf(plan: Plan, stepPlan: StepPlan, progress: StepProgress): StepProgressView {
  const { step } = stepPlan
  const last = progress.checks.at(-1)
  const passed = progress.status === 'passed'
  const earned = pointsOfStep(plan, stepPlan, progress).reduce((sum, points) => sum + points, 0)
  const explains = plan.rules.explanations && closed.has(progress.status) && step.explanation !== undefined
  return {
    id: step.id,
    status: progress.status,
    triesUsed: triesOf(progress),
    ...(passed ? { earned: earned / 100 } : {}),
    ...(progress.setRight ? { setRight: true } : {}),
    ...(progress.revisit ? { revisit: true } : {}),
    ...(last ? { lastCheck: tellOf(plan, stepPlan, { stepId: step.id, passed, findings: last.findings }) } : {}),
    ...(progress.hints > 0 ? { hints: step.hints.slice(0, progress.hints) } : {}),
    ...(explains ? { explanation: step.explanation } : {}),
  }
}

function stepViewOf(plan: Plan, stepPlan: StepPlan, progress: StepProgress): StepView {
  const { step, tries, outOf } = stepPlan
  return {
    ...stepProgressViewOf(plan, stepPlan, progress),
    instruction: step.instruction,
    mode: step.mode,
    marking: step.marking,
    triesAllowed: tries,
    points: outOf / 100,
    minutes: stepPlan.minutes,
    hintsInAll: plan.rules.hints ? step.hints.length : 0,
  }
}

/** What a check tells, by the paper's feedback rule. Never what was expected or found. */
function tellOf(
  plan: Plan,
  { step }: StepPlan,
  tried: Tried,
): { passed: boolean; criteria?: { label: string; met: boolean; feedback?: string }[] } {
  const { feedback } = plan.rules
  if (feedback === 'none') return { passed: tried.passed }
  return {
    passed: tried.passed,
    criteria: step.criteria.map((criterion, index) => {
      const met = tried.findings[index]?.met ?? false
      return { label: criterion.label, met, ...(feedback === 'why' && !met ? { feedback: criterion.feedback } : {}) }
    }),
  }
}

/** Where the sitting stands in time and sections. `state` has passed its time up to `now`. */
export function paceViewOf(plan: Plan, state: SittingState, now: string): PaceView {
  const deadline = endsAt(plan, state, now)
  const { clock } = state
  const paused =
    isPaused(clock, now) && clock.pausedAt !== null
      ? {
          reason: state.pauseReason,
          since: clock.pausedAt,
          until: clock.pauseLimitMs === null ? null : iso(ms(clock.pausedAt) + clock.pauseLimitMs),
        }
      : null
  return {
    timed: clock.allowanceMs !== null,
    deadline,
    allowanceMs: ms(deadline) - ms(clock.startedAt),
    closesFirst: clock.closesAt !== null && deadlineOf(clock, now) === clock.closesAt,
    paused,
    breakLeftMs: clock.breakLeftMs,
    stoodMs: stoodMs(clock, now),
    section: state.section,
    sections: state.sections.map(({ id, closed }) => ({
      id,
      closed,
      leftMs: sectionLeftMs(plan, state, id),
      deadline: id === state.section ? sectionDeadline(plan, state, now) : null,
    })),
  }
}

/** The answer to a try, in words and figures, as the step stands after it. */
export function verdictOf(plan: Plan, taskPlan: TaskPlan, progress: TaskProgress, tried: Tried): Verdict {
  const stepPlan = stepPlanOf(taskPlan, tried.stepId)
  const step = progress.steps.find(({ id }) => id === tried.stepId)
  if (!step) throw new RangeError(`There is no step ${tried.stepId}.`)
  const used = triesOf(step)
  return {
    stepId: tried.stepId,
    status: step.status,
    triesUsed: used,
    triesAllowed: stepPlan.tries,
    ...tellOf(plan, stepPlan, tried),
    ...(tried.kept ? { kept: true } : {}),
    message: tried.kept ? keptMessage(plan, tried) : messageOf(step, stepPlan.tries - used),
  }
}

/** What a change came to that was kept for no try. How much is done is told where the paper tells what is met. */
function keptMessage({ rules }: Plan, { kept, findings }: Tried): string {
  if (kept === 'back') return 'Back where it was. No try was spent.'
  const met = findings.filter(finding => finding.met).length
  return rules.feedback === 'none' || met === 0
    ? 'This brings the step nearer, and is kept. No try was spent.'
    : `${met} of ${findings.length} done. No try was spent.`
}

function messageOf(step: StepProgress, left: number): string {
  if (step.status === 'passed') return 'Step passed.'
  if (step.status !== 'out-of-tries')
    return `Not right yet. ${left === 1 ? 'One try is left' : `${left} tries are left`} on this step.`
  return step.setRight
    ? 'Not right, and no tries are left. The work has been set right so that you can go on.'
    : 'Not right, and no tries are left. Your work stays as it is.'
}
