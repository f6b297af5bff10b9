import { layers, stepPoints, tryWeight } from '../marking/points'
import type { Hundredths, Layer, StepPoints } from '../marking/points'
import { ask, judgedHere } from './judgement'
import type { Judging } from './judgement'
import type { Plan, StepPlan, TaskPlan } from './plan'
import { triesOf } from './progress'
import type { SittingState, StepProgress, StepStatus } from './progress'
import { strandsIn } from './strands'
import { untouched } from './work'

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
  /** Since which tries what it earns has been held, and what each counts. Empty where nothing was, or by old rules. */
  held: Held[]
  followedThrough?: true
}

export interface Held extends Layer {
  weight: number
}

/** Points that are decided, what all of it is worth, and how much of that waits for a marker. */
export interface Sums {
  points: Hundredths
  outOf: Hundredths
  waiting: Hundredths
}

export interface StepResult extends Sums {
  id: string
  instruction: string
  /** How it ended; marked: what waited for a person has its points. */
  status: StepStatus | 'marked'
  triesAllowed: number
  triesUsed: number
  workedMs: number
  setRight: boolean
  /** Hints that were told, as the trainee read them, and what they took off. */
  hints: readonly string[]
  hintsTookOff: Hundredths
  /** The check that it earns, from 1; 0 where there is none. */
  earnsCheck: number
  /** Whether the step was ever judged or given up; if not, it says nothing about what the trainee can do. */
  reached: boolean
  explanation?: string
  criteria: CriterionResult[]
}

export interface TaskResult extends Sums {
  id: string
  title: string
  minutes: number
  workedMs: number
  steps: StepResult[]
}

export interface SittingResult extends Sums {
  tasks: TaskResult[]
}

/** The whole result of a sitting. Every total is the sum of the rounded parts below it. Judges here. */
export function resultOf(plan: Plan, state: SittingState): SittingResult {
  return judgedHere(resulting(plan, state))
}

/** The same, asking for what steps that were never judged would have to look like. */
export function* resulting(plan: Plan, state: SittingState): Judging<SittingResult> {
  const tasks: TaskResult[] = []
  const strands = plan.strands ? [plan.strands] : []
  const progresses = [...state.tasks, ...strands.map(one => strandsIn(plan.paper, one, state))]
  for (const taskPlan of [...plan.tasks, ...strands]) {
    const progress = progresses.find(({ id }) => id === taskPlan.task.id)
    const steps: StepResult[] = []
    for (const stepPlan of taskPlan.steps) {
      const own = progress?.steps.find(({ id }) => id === stepPlan.step.id)
      steps.push(yield* resultOfStep(plan, taskPlan, stepPlan, own))
    }
    const { id, title, minutes } = taskPlan.task
    tasks.push({ id, title, minutes, workedMs: progress?.workedMs ?? 0, ...sums(steps), steps })
  }
  return { ...sums(tasks), tasks }
}

/** What parts come to together. */
export function sums(parts: readonly Sums[]): Sums {
  return {
    points: parts.reduce((sum, part) => sum + part.points, 0),
    outOf: parts.reduce((sum, part) => sum + part.outOf, 0),
    waiting: parts.reduce((sum, part) => sum + part.waiting, 0),
  }
}

/** Points of a step as it stands, by criterion: less what its hints cost. */
export function pointsOfStep(plan: Plan, stepPlan: StepPlan, progress: StepProgress): Hundredths[] {
  return pointsWithHints(plan, stepPlan, progress, progress.hints).points
}

const sharesOf = (progress: StepProgress): number[][] =>
  progress.checks.map(check => check.findings.map(finding => finding.share))

function pointsWithHints(plan: Plan, stepPlan: StepPlan, progress: StepProgress, hints: number): StepPoints {
  const left = Math.max(0, 1 - plan.rules.hintCost * hints)
  const work = { points: stepPlan.points, checks: sharesOf(progress), passed: progress.status === 'passed', left }
  return stepPoints(work, { ...plan.rules, scoring: plan.scoring })
}

/** Since which tries the parts of a criterion have been held that it earns at this check. */
function holdings(plan: Plan, progress: StepProgress, check: number, criterion: number): Held[] {
  if (plan.scoring === 1) return []
  const shares = sharesOf(progress)
    .slice(0, check + 1)
    .map(one => one[criterion] ?? 0)
  return layers(shares).map(layer => ({ ...layer, weight: tryWeight(plan.rules.tryWeights, layer.since) }))
}

const total = (points: readonly Hundredths[]): Hundredths => points.reduce((sum, one) => sum + one, 0)

function* resultOfStep(
  plan: Plan,
  taskPlan: TaskPlan,
  stepPlan: StepPlan,
  progress: StepProgress | undefined,
): Judging<StepResult> {
  const { step, tries, points, outOf } = stepPlan
  const checks = progress?.checks ?? []
  const nothing: StepPoints = { points: [], check: -1 }
  const earned = progress ? pointsWithHints(plan, stepPlan, progress, progress.hints) : nothing
  const withoutHints = progress ? pointsWithHints(plan, stepPlan, progress, 0) : nothing
  const waits = progress?.status === 'awaiting-marker'
  const criteria = yield* criteriaOf(plan, taskPlan, stepPlan, progress, earned)
  return {
    id: step.id,
    instruction: step.instruction,
    status: progress?.status ?? 'locked',
    points: total(criteria.map(criterion => criterion.points)),
    outOf: total(points),
    waiting: waits ? outOf : 0,
    triesAllowed: tries,
    triesUsed: progress ? triesOf(progress) : 0,
    workedMs: progress?.workedMs ?? 0,
    setRight: progress?.setRight ?? false,
    hints: step.hints.slice(0, progress?.hints ?? 0),
    hintsTookOff: total(withoutHints.points) - total(earned.points),
    earnsCheck: earned.check + 1,
    reached: checks.length > 0 || progress?.status === 'skipped',
    ...(step.explanation ? { explanation: step.explanation } : {}),
    criteria,
  }
}

function* criteriaOf(
  plan: Plan,
  taskPlan: TaskPlan,
  stepPlan: StepPlan,
  progress: StepProgress | undefined,
  earned: StepPoints,
): Judging<CriterionResult[]> {
  const { step, points } = stepPlan
  const checks = progress?.checks ?? []
  // What is shown is the check whose points it earns.
  const shown = earned.check
  const byPerson = step.marking === 'person'
  // A step that was never judged still has something to expect.
  const unjudged =
    shown >= 0 || byPerson
      ? []
      : yield* ask({ ask: 'judge', taskPlan, stepPlan, work: untouched(taskPlan.start), closed: [], followThrough: 0 })
  const notJudged = progress?.status === 'awaiting-marker' ? 'Waits for a marker.' : 'Not judged.'
  return step.criteria.map((criterion, index): CriterionResult => {
    const finding = checks[shown]?.findings[index]
    return {
      id: criterion.id,
      label: criterion.label,
      points: earned.points[index] ?? 0,
      held: progress ? holdings(plan, progress, shown, index) : [],
      outOf: points[index] ?? 0,
      skills: criterion.skills,
      met: finding?.met ?? false,
      expected: finding?.expected ?? unjudged[index]?.expected ?? '',
      found: finding?.found ?? notJudged,
      feedback: criterion.feedback,
      faults: checks.flatMap(check => check.findings[index]?.fault ?? []),
      ...(finding?.note ? { note: finding.note } : {}),
      ...(finding?.followedThrough ? { followedThrough: true as const } : {}),
    }
  })
}
