import type { Judged } from '../marking/judging'
import type { ClosedStep, Figures } from '../tools/tool'
import type { SittingClock } from './clock'
import type { HowEnded } from './events'
import type { Plan, StepPlan, TaskPlan } from './plan'
import type { TextMark } from './text-marks'
import { untouched } from './work'
import type { Work } from './work'

export type StepStatus = 'open' | 'passed' | 'out-of-tries' | 'skipped' | 'locked' | 'settled' | 'awaiting-marker'

/** One judged check: the findings in the order of the step's criteria. */
export interface Check {
  at: string
  findings: readonly Judged[]
  /** What the work came out as, in a few characters; not kept by earlier rules. */
  cameTo?: string
  /** The end's own look at what was never checked and gained nothing: it took no try. */
  free?: true
}

/** How many tries of a step were used. */
export const triesOf = ({ checks }: Pick<StepProgress, 'checks'>): number => checks.filter(({ free }) => !free).length

/** What a watched step came to, and what its check found. */
export interface Held {
  cameTo: string
  findings: readonly Judged[]
}

export interface StepProgress {
  id: string
  status: StepStatus
  /** Checks that passed or cost a try, and the end's own, in order. */
  checks: readonly Check[]
  /** Whether the work has changed since the step was opened or last judged. */
  unjudged: boolean
  workedMs: number
  /** How many of its hints were told. */
  hints: number
  /** Figures of the trainee's own work when the step was closed: what later ones may follow from. */
  figures?: Figures
  /** What the check of a settled step found when it was settled. Nobody is told before the end. */
  sealed?: readonly Judged[]
  /** What the work came out as when the step was opened; absent where that was the start of the task. */
  stood?: string
  /** What a watched step came to, change by change, since it was opened: going back to any of it is free. */
  held?: readonly Held[]
  /** “Come back to this”. */
  revisit?: true
  /** The work was replaced by the model's when tries ran out or the step was skipped. */
  setRight?: true
}

export interface TaskProgress {
  id: string
  opened: boolean
  /** "Come back to this". */
  revisit: boolean
  /** What the trainee marked in its texts. */
  marked: readonly TextMark[]
  work: Work
  steps: readonly StepProgress[]
  workedMs: number
  /** How it stood when its time was up, where work came after that: so it is told until the end. */
  toldAs?: TaskProgress
}

export interface SectionProgress {
  id: string
  workedMs: number
  /** Extensions granted while it was under way. */
  extraMs: number
  closed: 'left' | 'time-up' | null
  closedAt?: string
}

/** A sitting as its log leaves it. Plain JSON but for the work of its tasks, which core/sitting/snapshot.ts packs. */
export interface SittingState {
  status: 'running' | 'ended'
  clock: SittingClock
  /** The section that time is charged to; null when none is open any more. */
  section: string | null
  sections: readonly SectionProgress[]
  current: string | null
  tasks: readonly TaskProgress[]
  /** The page whose events count; null when any page's do. */
  seat: string | null
  device: string
  /** The names of all devices that had it, each once. */
  devices: readonly string[]
  pauseReason: string
  away: { on: boolean; times: number; since: string | null }
  notes: string
  /** The tasks as they stood before the end judged what was unchecked: where a reopened sitting goes on. */
  beforeEnd?: readonly TaskProgress[]
  signedAs?: string
  /** The server's time of the newest event. */
  lastAt: string
  endedAt?: string
  how?: HowEnded
}

export function freshSections(plan: Plan): SectionProgress[] {
  return plan.sections.map(({ rules }) => ({ id: rules.id, workedMs: 0, extraMs: 0, closed: null }))
}

export const freshTasks = (plan: Plan): TaskProgress[] => plan.tasks.map(freshTask)

export const freshTask = ({ task, start }: Pick<TaskPlan, 'task' | 'start'>): TaskProgress => ({
  id: task.id,
  opened: false,
  revisit: false,
  marked: [],
  work: untouched(start),
  workedMs: 0,
  steps: task.steps.map((step, index) => ({
    id: step.id,
    status: index === 0 || task.order === 'free' ? 'open' : 'locked',
    checks: [],
    unjudged: false,
    workedMs: 0,
    hints: 0,
  })),
})

/** The step in hand: the first that is neither finished nor locked. Undefined when all are finished. */
export function stepInHand(task: TaskProgress): StepProgress | undefined {
  return task.steps.find(step => step.status === 'open')
}

/** Whether work was done that no check has seen yet. */
export function isUnjudged(task: TaskProgress): boolean {
  return task.steps.some(step => step.status === 'open' && step.unjudged)
}

/** The task after a change of its work: every open step has something new to judge. */
export function withChange(task: TaskProgress): TaskProgress {
  return { ...task, steps: task.steps.map(step => (step.status === 'open' ? { ...step, unjudged: true } : step)) }
}

export function withTask(state: SittingState, task: TaskProgress): SittingState {
  return { ...state, tasks: state.tasks.map(other => (other.id === task.id ? task : other)) }
}

export function withSection(state: SittingState, section: SectionProgress): SittingState {
  return { ...state, sections: state.sections.map(other => (other.id === section.id ? section : other)) }
}

export function withStep(task: TaskProgress, step: StepProgress): TaskProgress {
  return { ...task, steps: task.steps.map(other => (other.id === step.id ? step : other)) }
}

export function stepPlanOf(plan: Pick<TaskPlan, 'task' | 'steps'>, id: string): StepPlan {
  const found = plan.steps.find(({ step }) => step.id === id)
  if (!found) throw new RangeError(`Task ${plan.task.id} has no step ${id}.`)
  return found
}

/** What the work was when each of the steps closed that are. */
export function closedSteps(task: TaskProgress): ClosedStep[] {
  return task.steps.flatMap(step =>
    step.figures ? [{ step: step.id, sound: isSound(step), figures: step.figures }] : [],
  )
}

function isSound({ status, setRight, sealed }: StepProgress): boolean {
  return status === 'passed' || setRight === true || (sealed?.every(finding => finding.met) ?? false)
}
