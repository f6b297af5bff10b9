import { sure } from '../ground/sure'
import { hundredths } from '../marking/points'
import { isAbout, step as stepSchema, tasksOf } from '../paper/schema'
import type { Paper, Strand } from '../paper/schema'
import { toolOf } from '../tools/registry'
import type { StepPlan, TaskPlan } from './plan'
import { freshTask } from './progress'
import type { SittingState, TaskProgress } from './progress'

/** What strands are called where tasks are named. */
export const STRANDS = 'across-the-paper'

/** The strands of a paper: criteria that a person marks over what was answered. Null where it has none. */
export function strandsOf(paper: Paper): TaskPlan | null {
  const { strands = [] } = paper
  const [first] = tasksOf(paper)
  if (strands.length === 0 || !first) return null
  const steps = strands.map(stepFor)
  return {
    task: {
      ...first,
      id: STRANDS,
      title: 'Across the paper',
      minutes: 0,
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

/** How far the strands of a paper are in a sitting: each waits for a marker where a step that it is about does. */
export function strandsIn({ strands = [] }: Paper, plan: TaskPlan, state: SittingState): TaskProgress {
  const handedOver = (strand: Strand): boolean =>
    state.tasks.some(task =>
      task.steps.some(({ id, status }) => status === 'awaiting-marker' && isAbout(strand, task.id, id)),
    )
  const fresh = freshTask(plan)
  const steps = fresh.steps.map((step, at) => ({
    ...step,
    status:
      state.status === 'ended' && handedOver(sure(strands[at])) ? ('awaiting-marker' as const) : ('locked' as const),
  }))
  return { ...fresh, steps }
}
