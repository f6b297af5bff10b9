import type { Plan, StepPlan, TaskPlan } from './plan'
import { judgeStep } from '../marking/judging'
import type { SittingState, StepProgress, StepStatus } from './progress'
import { bestCheck, stepPoints } from '../marking/points'
import type { Hundredths } from '../marking/points'

export interface CriterionResult {
  id: string
  label: string
  points: Hundredths
  outOf: Hundredths
  skills: readonly string[]
  met: boolean
  expected: string
  found: string
  feedback: string
  note?: string
  /** Kinds of mistake of all checks that this criterion failed, in order: what recurs is counted from these. */
  faults: string[]
  followedThrough?: true
}

export interface StepResult {
  id: string
  instruction: string
  status: StepStatus
  points: Hundredths
  outOf: Hundredths
  triesAllowed: number
  triesUsed: number
  workedMs: number
  setRight: boolean
  /** Whether the step was ever judged or given up; if not, it says nothing about what the trainee can do. */
  reached: boolean
  criteria: CriterionResult[]
}

export interface TaskResult {
  id: string
  title: string
  minutes: number
  workedMs: number
  points: Hundredths
  outOf: Hundredths
  steps: StepResult[]
}

export interface SittingResult {
  points: Hundredths
  outOf: Hundredths
  tasks: TaskResult[]
}

/** The whole result of a sitting. Every total is the sum of the rounded parts below it. */
export function resultOf(plan: Plan, state: SittingState): SittingResult {
  const tasks = plan.tasks.map((taskPlan): TaskResult => {
    const progress = state.tasks.find(({ id }) => id === taskPlan.task.id)
    const steps = taskPlan.steps.map(stepPlan =>
      resultOfStep(
        plan,
        taskPlan,
        stepPlan,
        progress?.steps.find(({ id }) => id === stepPlan.step.id),
      ),
    )
    const { id, title, minutes } = taskPlan.task
    return { id, title, minutes, workedMs: progress?.workedMs ?? 0, ...sums(steps), steps }
  })
  return { ...sums(tasks), tasks }
}

function sums(parts: readonly { points: Hundredths; outOf: Hundredths }[]): { points: Hundredths; outOf: Hundredths } {
  return {
    points: parts.reduce((sum, part) => sum + part.points, 0),
    outOf: parts.reduce((sum, part) => sum + part.outOf, 0),
  }
}

/** Points of a step as it stands, by criterion. */
export function pointsOfStep(plan: Plan, stepPlan: StepPlan, progress: StepProgress): Hundredths[] {
  const checks = progress.checks.map(check => check.findings.map(finding => finding.share))
  return stepPoints({ points: stepPlan.points, checks, passed: progress.status === 'passed' }, plan.rules)
}

function resultOfStep(
  plan: Plan,
  taskPlan: TaskPlan,
  stepPlan: StepPlan,
  progress: StepProgress | undefined,
): StepResult {
  const { step, tries, points } = stepPlan
  const checks = progress?.checks ?? []
  const earned = progress ? pointsOfStep(plan, stepPlan, progress) : []
  const shares = checks.map(check => check.findings.map(finding => finding.share))
  const shown =
    checks.length === 0
      ? -1
      : progress?.status === 'passed'
        ? checks.length - 1
        : shares.indexOf(bestCheck(points, shares))
  // A step that was never judged still has something to expect.
  const unjudged =
    shown < 0 ? judgeStep({ tool: taskPlan.tool, step, state: taskPlan.start, start: taskPlan.start }) : []
  const criteria = step.criteria.map((criterion, index): CriterionResult => {
    const finding = checks[shown]?.findings[index]
    return {
      id: criterion.id,
      label: criterion.label,
      points: earned[index] ?? 0,
      outOf: points[index] ?? 0,
      skills: criterion.skills,
      met: finding?.met ?? false,
      expected: finding?.expected ?? unjudged[index]?.finding.expected ?? '',
      found: finding?.found ?? 'Not judged.',
      feedback: criterion.feedback,
      faults: checks.flatMap(check => check.findings[index]?.fault ?? []),
      ...(finding?.note ? { note: finding.note } : {}),
      ...(finding?.followedThrough ? { followedThrough: true as const } : {}),
    }
  })
  return {
    id: step.id,
    instruction: step.instruction,
    status: progress?.status ?? 'locked',
    ...sums(criteria),
    triesAllowed: tries,
    triesUsed: checks.length,
    workedMs: progress?.workedMs ?? 0,
    setRight: progress?.setRight ?? false,
    reached: checks.length > 0 || progress?.status === 'skipped',
    criteria,
  }
}
