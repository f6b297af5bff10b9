import { pointsOfStep } from '../sitting/result'
import type { PaceView, StepView, TaskProgressView, TaskView, Verdict } from './sitting'
import { deadlineOf, isPaused } from '../sitting/clock'
import { iso, ms } from '../time/moments'
import type { Plan, StepPlan, TaskPlan } from '../sitting/plan'
import { stepPlanOf } from '../sitting/progress'
import type { SittingState, StepProgress, TaskProgress } from '../sitting/progress'
import { endsAt, sectionDeadline, sectionLeftMs, sectionOfTask } from '../sitting/sections'
import type { Tried } from '../sitting/trying'

/**
 * What a trainee may see of a task while the sitting runs. This is the one place where a task turns
 * into something that leaves the server, and it names each thing that goes; the key is not among them.
 */
export function taskViewOf(plan: Plan, taskPlan: TaskPlan, progress: TaskProgress, reference: string): TaskView {
  const { task } = taskPlan
  return {
    ...taskProgressViewOf(plan, taskPlan, progress),
    section: sectionOfTask(plan, task.id) ?? '',
    reference,
    title: task.title,
    tool: task.tool,
    minutes: task.minutes,
    brief: { situation: task.brief.situation, documents: task.brief.documents },
    setup: task.setup,
  }
}

export function taskProgressViewOf(plan: Plan, taskPlan: TaskPlan, progress: TaskProgress): TaskProgressView {
  return {
    id: progress.id,
    opened: progress.opened,
    revisit: progress.revisit,
    begun: progress.unjudged || progress.steps.some(step => step.checks.length > 0),
    unchecked: progress.unjudged,
    state: progress.state,
    steps: progress.steps.map(step => stepViewOf(plan, stepPlanOf(taskPlan, step.id), step)),
  }
}

function stepViewOf(plan: Plan, stepPlan: StepPlan, progress: StepProgress): StepView {
  const { step, tries, outOf } = stepPlan
  const last = progress.checks.at(-1)
  const earned = pointsOfStep(plan, stepPlan, progress).reduce((sum, points) => sum + points, 0)
  return {
    id: step.id,
    instruction: step.instruction,
    mode: step.mode,
    status: progress.status,
    triesAllowed: tries,
    triesUsed: progress.checks.length,
    points: outOf / 100,
    minutes: stepPlan.minutes,
    ...(progress.status === 'passed' ? { earned: earned / 100 } : {}),
    ...(progress.setRight ? { setRight: true } : {}),
    ...(last
      ? {
          lastCheck: tellOf(plan, stepPlan, {
            stepId: step.id,
            passed: progress.status === 'passed',
            findings: last.findings,
          }),
        }
      : {}),
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
    deadline,
    allowanceMs: ms(deadline) - ms(clock.startedAt),
    closesFirst: clock.closesAt !== null && deadlineOf(clock, now) === clock.closesAt,
    paused,
    breakLeftMs: clock.breakLeftMs,
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
  const left = stepPlan.tries - step.checks.length
  return {
    stepId: tried.stepId,
    status: step.status,
    triesUsed: step.checks.length,
    triesAllowed: stepPlan.tries,
    ...tellOf(plan, stepPlan, tried),
    message: messageOf(step, left),
  }
}

function messageOf(step: StepProgress, left: number): string {
  if (step.status === 'passed') return 'Step passed.'
  if (step.status !== 'out-of-tries')
    return `Not right yet. ${left === 1 ? 'One try is left' : `${left} tries are left`} on this step.`
  return step.setRight
    ? 'Not right, and no tries are left. The work has been set right so that you can go on.'
    : 'Not right, and no tries are left. Your work stays as it is.'
}
