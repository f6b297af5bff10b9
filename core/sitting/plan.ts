import { once } from '../ground/once'
import { figuresAsked } from '../marking/judging'
import { hundredths, SCORING } from '../marking/points'
import type { Hundredths, Scoring } from '../marking/points'
import { tasksOf } from '../paper/schema'
import type { Paper, PaperRules, SectionRules, Step, Task } from '../paper/schema'
import { toolOf } from '../tools/registry'
import type { AnyTool } from '../tools/tool'
import { allowanceMs } from '../ground/time/moments'
import { strandsOf } from './strands'
import type { ServerEvent } from './events'
import { drawn, shuffled } from '../ground/shuffle'
import { sure } from '../ground/sure'

/**
 * A paper made ready for sittings: tools found, setups read, points in hundredths. One plan serves all its
 * sittings.
 */
export interface Plan {
  paper: Paper
  rules: PaperRules
  /** The rules by which it is marked. */
  scoring: Scoring
  /** The rules by which its events were taken: those of its time, whatever it is marked by later. */
  takenBy: Scoring
  sections: readonly SectionPlan[]
  tasks: readonly TaskPlan[]
  /** What people mark over all of it; null where there is nothing of the kind. */
  strands: TaskPlan | null
  outOf: Hundredths
  task(id: string): TaskPlan | undefined
  section(id: string): SectionPlan | undefined
}

export interface SectionPlan {
  rules: SectionRules
  /** Ids of its tasks, in the order of this sitting. */
  tasks: readonly string[]
  /** Its own time, or null where it shares the paper's. */
  limitMs: number | null
}

export interface TaskPlan {
  task: Task
  tool: AnyTool
  start: unknown
  steps: readonly StepPlan[]
  outOf: Hundredths
}

export interface StepPlan {
  step: Step
  tries: number
  points: readonly Hundredths[]
  outOf: Hundredths
  /** Suggested time. */
  minutes: number
  /** Figures of this step's work that later ones may follow from. */
  figures: readonly string[]
  /** The state that the model solutions of this step and those before it leave. */
  modelState(): unknown
}

/** The plan of a paper as it was published: every task of every pool, in the order written. */
export function planOf(paper: Paper): Plan {
  const tasks = withFiguresAsked(tasksOf(paper).map(task => planTask(task, paper.rules)))
  const sections = paper.sections.map(({ tasks, ...rules }): SectionPlan => ({
    rules,
    tasks: tasks.map(({ id }) => id),
    limitMs: rules.minutes === undefined ? null : allowanceMs(rules.minutes),
  }))
  return assembled(
    { paper, strands: strandsOf(paper), scoring: SCORING, takenBy: SCORING },
    paper.rules,
    sections,
    tasks,
  )
}

/**
 * The plan of one sitting: rules as assigned, tries and times as adjusted, tasks as drawn and ordered. It is marked by
 * the rules of its time unless others are given.
 */
export function planFor(base: Plan, started: Extract<ServerEvent, { kind: 'started' }>, markedBy?: Scoring): Plan {
  const { seed, extraTries = 0, rules: overrides = {} } = started
  const { minutes } = base.paper
  const factor = started.allowanceMs === null || minutes === null ? 1 : started.allowanceMs / allowanceMs(minutes)
  const rules = { ...base.rules, ...overrides }
  const sections = base.sections.map((section, index): SectionPlan => ({
    rules: section.rules,
    tasks: seed === undefined ? section.tasks : tasksFrom(section, seed + index),
    limitMs: section.limitMs === null ? null : Math.round(section.limitMs * factor),
  }))
  const tasks = sections
    .flatMap(section => section.tasks)
    .flatMap((id, place) => {
      const found = base.task(id)
      const task = found && seed !== undefined ? arranged(found, seed + place * SEEDS_APART, rules) : found
      return task
        ? [
            {
              ...task,
              steps: task.steps.map(step => ({ ...step, tries: (step.step.tries ?? rules.tries) + extraTries })),
            },
          ]
        : []
    })
  const takenBy = started.scoring ?? 1
  return assembled({ ...base, scoring: markedBy ?? takenBy, takenBy }, rules, sections, tasks)
}

/**
 * A paper with its tasks as another version has them: for marking what was sat by later checks. Throws a RangeError
 * where that version lacks a task.
 */
export function withTasksOf(base: Plan, later: Plan): Plan {
  const tasks = base.tasks.map(({ task }) => {
    const found = later.task(task.id)
    if (!found) throw new RangeError(`${later.paper.id}@${later.paper.version} has no task ${task.id}.`)
    return found
  })
  return assembled(base, base.rules, base.sections, tasks)
}

/** Whether the sittings of a paper may differ from each other. */
export function isVaried({ sections, tasks }: Plan): boolean {
  const differs = tasks.some(({ tool, task }) => tool.arranged?.(tool.setup.parse(task.setup), 0))
  return differs || sections.some(({ rules }) => rules.order === 'shuffled' || rules.draw !== undefined)
}

/** Tasks of a sitting take numbers from its seed that are so far apart: their parts take those in between. */
const SEEDS_APART = 1000

/** A task with its lists in the order of a seed, where it has such. */
function arranged(found: TaskPlan, seed: number, rules: Pick<PaperRules, 'tries'>): TaskPlan {
  const { tool, task } = found
  const setup = tool.arranged?.(tool.setup.parse(task.setup), seed)
  if (setup === undefined || setup === null) return found
  const made = planTask({ ...task, setup }, rules)
  return { ...made, steps: made.steps.map((step, at) => ({ ...step, figures: sure(found.steps[at]).figures })) }
}

function tasksFrom({ rules, tasks }: SectionPlan, seed: number): readonly string[] {
  const some = rules.draw === undefined ? tasks : drawn(tasks, rules.draw, seed)
  return rules.order === 'shuffled' ? shuffled(some, seed) : some
}

function assembled(
  { paper, strands, scoring, takenBy }: Pick<Plan, 'paper' | 'strands' | 'scoring' | 'takenBy'>,
  rules: PaperRules,
  sections: readonly SectionPlan[],
  tasks: readonly TaskPlan[],
): Plan {
  const byId = new Map(tasks.map(plan => [plan.task.id, plan]))
  const sectionsById = new Map(sections.map(section => [section.rules.id, section]))
  return {
    paper,
    rules,
    scoring,
    takenBy,
    sections,
    tasks,
    strands,
    outOf: sumOf(strands ? [...tasks, strands] : tasks),
    task: id => byId.get(id),
    section: id => sectionsById.get(id),
  }
}

/** Tasks whose steps keep the figures, too, that other tasks of the paper may follow from. */
function withFiguresAsked(plans: readonly TaskPlan[]): TaskPlan[] {
  const tasks = plans.map(({ task }) => task)
  return plans.map(plan => ({
    ...plan,
    steps: plan.steps.map(step => ({ ...step, figures: figuresAsked(tasks, plan.task.id, step.step.id) })),
  }))
}

/** A task made ready. Its tool has been loaded. */
export function planTask(task: Task, rules: Pick<PaperRules, 'tries'>): TaskPlan {
  const tool = toolOf(task.tool)
  const start = tool.initial(tool.setup.parse(task.setup))
  const steps: StepPlan[] = []
  const whole = task.steps.flatMap(step => step.criteria).reduce((sum, criterion) => sum + criterion.points, 0)
  for (const step of task.steps) {
    const before = steps.at(-1)
    const points = step.criteria.map(criterion => hundredths(criterion.points))
    steps.push({
      step,
      tries: step.tries ?? rules.tries,
      points,
      minutes:
        step.minutes ??
        halfMinutes((task.minutes * step.criteria.reduce((sum, criterion) => sum + criterion.points, 0)) / whole),
      figures: figuresAsked([task], task.id, step.id),
      outOf: points.reduce((sum, value) => sum + value, 0),
      modelState: once(() =>
        step.model.reduce<unknown>(
          (state, op) => {
            const applied = tool.apply(state, tool.op.parse(op))
            if (!applied.ok) throw new RangeError(`The model of ${task.id}/${step.id} is refused: ${applied.refusal}`)
            return applied.state
          },
          before ? before.modelState() : start,
        ),
      ),
    })
  }
  return { task, tool, start, steps, outOf: sumOf(steps) }
}

/** Rounded to half minutes, and never nothing. */
function halfMinutes(minutes: number): number {
  return Math.max(0.5, Math.round(minutes * 2) / 2)
}

function sumOf(parts: readonly { outOf: Hundredths }[]): Hundredths {
  return parts.reduce((sum, { outOf }) => sum + outOf, 0)
}
