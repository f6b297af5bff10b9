import type { ClientEvent } from '../../core/sitting/events'
import { toolOf } from '../../core/tools/registry'
import type { StepView, TaskView } from '../../core/wire/sitting'

export type TriedOp = { ok: true; task: TaskView; changes: boolean } | { ok: false; refusal: string }

/** The task with an operation done in its tool, or why that is refused. */
export function tryOp(task: TaskView, op: unknown): TriedOp {
  const tool = toolOf(task.tool)
  const read = tool.op.safeParse(op)
  if (!read.success) return { ok: false, refusal: 'This can’t be done here.' }
  const applied = tool.apply(task.state, read.data)
  if (!applied.ok) return applied
  const changes = tool.effect(read.data) === 'change'
  return {
    ok: true,
    changes,
    task: { ...task, state: applied.state, begun: task.begun || changes, unchecked: task.unchecked || changes },
  }
}

/** The task with an event of the device on top, as far as the device can know. Verdicts come from the server. */
export function withEvent(task: TaskView, event: ClientEvent): TaskView {
  switch (event.kind) {
    case 'open':
      return { ...task, opened: true }
    case 'revisit':
      return { ...task, revisit: event.on }
    case 'op': {
      const tried = tryOp(task, event.op)
      return tried.ok ? tried.task : task
    }
    case 'settle':
      return settled(task, event.stepId)
    case 'unsettle':
      return unsettled(task, event.stepId)
    default:
      return task
  }
}

function settled(task: TaskView, stepId: string): TaskView {
  const place = task.steps.findIndex(({ id, status }) => id === stepId && status === 'open')
  if (place < 0) return task
  const next = task.steps.findIndex(({ status }) => status === 'locked')
  return {
    ...task,
    unchecked: false,
    steps: task.steps.map((step, index): StepView =>
      index === place ? { ...step, status: 'settled' } : index === next ? { ...step, status: 'open' } : step,
    ),
  }
}

function unsettled(task: TaskView, stepId: string): TaskView {
  const place = task.steps.findIndex(({ id, status }) => id === stepId && status === 'settled')
  if (place < 0) return task
  return {
    ...task,
    unchecked: true,
    steps: task.steps.map((step, index): StepView =>
      index === place ? { ...step, status: 'open' } : index > place ? { ...step, status: 'locked' } : step,
    ),
  }
}
