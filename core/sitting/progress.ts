import type { Judged } from '../marking/judging'
import type { Plan, StepPlan, TaskPlan } from './plan'
import type { HowEnded } from './events'
import type { SittingClock } from './clock'

export type StepStatus = 'open' | 'passed' | 'out-of-tries' | 'skipped' | 'locked' | 'awaiting-marker'

/** One judged check: the findings in the order of the step's criteria. */
export interface Check {
  at: string
  findings: readonly Judged[]
}

export interface StepProgress {
  id: string
  status: StepStatus
  /** Checks that passed or cost a try, in order. */
  checks: readonly Check[]
  workedMs: number
  /** The trainee's own work when the step was closed: what later figures may follow from. */
  left?: unknown
  /** The work was replaced by the model's when tries ran out or the step was skipped. */
  setRight?: true
}

export interface TaskProgress {
  id: string
  opened: boolean
  /** "Come back to this". */
  revisit: boolean
  state: unknown
  /** Whether the work has changed since it was last judged. */
  unjudged: boolean
  steps: readonly StepProgress[]
  workedMs: number
}

/** A sitting as its log leaves it. Plain JSON throughout, so that it can be kept as a snapshot. */
export interface SittingState {
  status: 'running' | 'ended'
  clock: SittingClock
  current: string | null
  tasks: readonly TaskProgress[]
  /** The server's time of the newest event. */
  lastAt: string
  endedAt?: string
  how?: HowEnded
}

export function freshTasks(plan: Plan): TaskProgress[] {
  return plan.tasks.map(({ task, start }) => ({
    id: task.id,
    opened: false,
    revisit: false,
    state: start,
    unjudged: false,
    workedMs: 0,
    steps: task.steps.map((step, index) => ({ id: step.id, status: index === 0 ? 'open' : 'locked', checks: [], workedMs: 0 })),
  }))
}

/** The step in hand: the first that is neither finished nor locked. Undefined when all are finished. */
export function stepInHand(task: TaskProgress): StepProgress | undefined {
  return task.steps.find(step => step.status === 'open')
}

export function withTask(state: SittingState, task: TaskProgress): SittingState {
  return { ...state, tasks: state.tasks.map(other => other.id === task.id ? task : other) }
}

export function withStep(task: TaskProgress, step: StepProgress): TaskProgress {
  return { ...task, steps: task.steps.map(other => other.id === step.id ? step : other) }
}

export function stepPlanOf(plan: TaskPlan, id: string): StepPlan {
  const found = plan.steps.find(({ step }) => step.id === id)
  if (!found) throw new RangeError(`Task ${plan.task.id} has no step ${id}.`)
  return found
}

export function earlierWork(task: TaskProgress): Record<string, unknown> {
  return Object.fromEntries(task.steps.filter(step => step.left !== undefined).map(step => [step.id, step.left]))
}
