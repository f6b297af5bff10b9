import { hundredths } from '../marking/points'
import { step as stepSchema, tasksOf } from '../paper/schema'
import type { Paper, Strand } from '../paper/schema'
import type { AnyTool } from '../tools/tool'
import type { StepPlan, TaskPlan } from './plan'
import { untouched } from './work'
import type { SittingState, TaskProgress } from './progress'

/** What strands are called where tasks are named. */
export const STRANDS = 'across-the-paper'

/** The strands of a paper: criteria that a person marks over all that was answered. Null where it has none. */
export type StrandsPlan = Pick<TaskPlan, 'task' | 'tool' | 'start' | 'steps' | 'outOf'>

export function strandsOf(paper: Paper, toolOf: (id: string) => AnyTool): StrandsPlan | null {
  const { strands = [] } = paper
  const [first] = tasksOf(paper)
  if (strands.length === 0 || !first) return null
  const steps = strands.map(stepFor)
  return {
    task: {
      ...first,
      id: STRANDS,
      title: 'Across the paper',
      minutes: 1,
      order: 'free',
      steps: steps.map(({ step }) => step),
    },
    tool: toolOf(first.tool),
    start: null,
    steps,
    outOf: steps.reduce((sum, { outOf }) => sum + outOf, 0),
  }
}

function stepFor({ id, label, points, skills, feedback, levels }: Strand): StepPlan {
  const step = stepSchema.parse({
    id,
    instruction: label,
    mode: 'handed-in',
    marking: 'person',
    criteria: [{ id, label, points, skills, feedback, levels }],
    // Nobody answers it by itself: it has no model, and none is ever asked for.
    model: [null],
  })
  const worth = hundredths(points)
  return { step, tries: 0, points: [worth], outOf: worth, minutes: 0, figures: [], modelState: () => null }
}

/** How far strands are in a sitting: they wait for a marker where anything of it does. */
export function strandsIn({ steps }: StrandsPlan, state: SittingState): TaskProgress {
  const handedOver = state.tasks.some(task => task.steps.some(({ status }) => status === 'awaiting-marker'))
  const waits = state.status === 'ended' && handedOver
  return {
    id: STRANDS,
    opened: false,
    revisit: false,
    marked: [],
    work: untouched(null),
    workedMs: 0,
    steps: steps.map(({ step }) => ({
      id: step.id,
      status: waits ? 'awaiting-marker' : 'locked',
      checks: [],
      unjudged: false,
      workedMs: 0,
      hints: 0,
    })),
  }
}
