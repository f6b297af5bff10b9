import { sure } from '../ground/sure'
import { contextOf, derivedChecks, figuresOf, followsFrom, judgeStep } from '../marking/judging'
import { tasksOf } from '../paper/schema'
import type { Criterion, Paper, Task } from '../paper/schema'
import { toolOf } from '../tools/registry'
import type { FiguresElsewhere } from '../tools/tool'
import { played } from './ground'
import type { ProvedTask } from './ground'
import { doneRightly } from './mistakes'

/**
 * What doesn’t hold of criteria that follow from figures of other tasks: what they follow from has to be there, and
 * the check that follows from the right figures has to be met by the right work.
 */
export function proveAcross(paper: Paper): string[] {
  const tasks = tasksOf(paper)
  return tasks.flatMap(task =>
    task.steps.flatMap(step => {
      const from = followsFrom(step).flatMap(({ task, ...one }) => (task === undefined ? [] : [{ task, ...one }]))
      const missing = from.filter(
        one => !tasks.some(({ id, steps }) => id === one.task && steps.some(s => s.id === one.step)),
      )
      if (missing.length > 0)
        return missing.map(
          one => `${paper.id}: ${task.id}/${step.id} follows from ${one.task}/${one.step}, which isn’t in this paper.`,
        )
      if (from.length === 0) return []
      const right = from.map(one => rightFigures(sure(tasks.find(({ id }) => id === one.task)), one))
      return step.criteria
        .filter(({ followThrough }) => followThrough?.from.some(one => one.task !== undefined))
        .filter(criterion => !followsRightly(made(task), step.id, criterion, right))
        .map(({ id }) => `${paper.id}: ${task.id}/${step.id}/${id}: from the right figures something else follows.`)
    }),
  )
}

const made = (task: Task): ProvedTask => {
  const tool = toolOf(task.tool)
  return { tool, task, start: tool.initial(tool.setup.parse(task.setup)) }
}

/** A figure as the right work of its task has it. */
function rightFigures(task: Task, { step, figure }: { step: string; figure: string }): FiguresElsewhere {
  const on = made(task)
  const upTo = task.steps.slice(0, task.steps.findIndex(({ id }) => id === step) + 1)
  const { state, closed } = doneRightly(on, upTo, { state: on.start, closed: [] })
  return { task: task.id, step, figures: figuresOf(on.tool, state, [figure], contextOf({ ...on, closed }, step)) }
}

/** Whether the right work meets every check that follows from the right figures, and there is one. */
function followsRightly(
  on: ProvedTask,
  stepId: string,
  criterion: Criterion,
  elsewhere: readonly FiguresElsewhere[],
): boolean {
  const at = on.task.steps.findIndex(({ id }) => id === stepId)
  const before = doneRightly(on, on.task.steps.slice(0, at), { state: on.start, closed: [] })
  const step = sure(on.task.steps[at])
  const { state } = played(on.tool, before.state, step.model)
  const [derived] = derivedChecks(criterion, before.closed, elsewhere)
  if (derived === undefined) return false
  const judged = judgeStep({
    ...on,
    step: { ...step, criteria: [{ ...criterion, check: derived }] },
    state,
    closed: before.closed,
  })
  return judged.every(({ finding }) => finding.met)
}
