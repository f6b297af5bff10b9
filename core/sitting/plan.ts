import { hundredths } from '../marking/points'
import type { Hundredths } from '../marking/points'
import { tasksOf } from '../paper/schema'
import type { Paper, PaperRules, Step, Task } from '../paper/schema'
import { toolOf } from '../tools/registry'
import type { AnyTool } from '../tools/tool'

/** A paper made ready for sittings: tools found, setups read, points in hundredths. One plan serves all its sittings. */
export interface Plan {
  paper: Paper
  rules: PaperRules
  tasks: readonly TaskPlan[]
  outOf: Hundredths
  task(id: string): TaskPlan | undefined
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
  /** The state that the model solutions of this step and those before it leave. */
  modelState(): unknown
}

export function planOf(paper: Paper): Plan {
  const tasks = tasksOf(paper).map(task => planTask(task, paper.rules))
  const byId = new Map(tasks.map(plan => [plan.task.id, plan]))
  return { paper, rules: paper.rules, tasks, outOf: sumOf(tasks), task: id => byId.get(id) }
}

function planTask(task: Task, rules: PaperRules): TaskPlan {
  const tool = toolOf(task.tool)
  const start = tool.initial(tool.setup.parse(task.setup))
  const steps: StepPlan[] = []
  for (const step of task.steps) {
    const before = steps.at(-1)
    const points = step.criteria.map(criterion => hundredths(criterion.points))
    steps.push({
      step,
      tries: step.tries ?? rules.tries,
      points,
      outOf: points.reduce((sum, value) => sum + value, 0),
      modelState: once(() => step.model.reduce<unknown>((state, op) => {
        const applied = tool.apply(state, tool.op.parse(op))
        if (!applied.ok) throw new RangeError(`The model of ${task.id}/${step.id} is refused: ${applied.refusal}`)
        return applied.state
      }, before ? before.modelState() : start)),
    })
  }
  return { task, tool, start, steps, outOf: sumOf(steps) }
}

function sumOf(parts: readonly { outOf: Hundredths }[]): Hundredths {
  return parts.reduce((sum, { outOf }) => sum + outOf, 0)
}

function once<Value>(make: () => Value): () => Value {
  let made: { value: Value } | undefined
  return () => (made ??= { value: make() }).value
}
