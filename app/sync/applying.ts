import { withMark, withoutMark } from '../../core/sitting/text-marks'
import type { ClientEvent } from '../../core/sitting/events'
import type { StepView, TaskProgressView, TaskView } from '../../core/wire/sitting'

/**
 * A task of the list with an event of the device on top, as far as the device can know. Verdicts come from the
 * server. `changes` says whether an operation changed the work.
 */
export function withEvent(task: TaskView, event: ClientEvent, changes = false): TaskView {
  switch (event.kind) {
    case 'open':
      return { ...task, opened: true }
    case 'revisit':
      return revisited(task, event.stepId, event.on)
    case 'mark-text':
      return { ...task, marked: withMark(task.marked, event.mark) ?? task.marked }
    case 'unmark-text':
      return { ...task, marked: withoutMark(task.marked, event.markId) }
    case 'op':
      return changes ? { ...task, begun: true, unchecked: true } : task
    case 'settle':
      return settled(task, event.stepId)
    case 'unsettle':
      return unsettled(task, event.stepId)
    default:
      return task
  }
}

/** A task with what the server told of it: of its steps it tells those that changed. */
export function withProgress(task: TaskView, { steps, ...progress }: TaskProgressView): TaskView {
  const told = new Map(steps.map(step => [step.id, step]))
  return { ...task, ...progress, steps: task.steps.map(step => withoutTold(step, told.get(step.id))) }
}

function withoutTold(step: StepView, told: TaskProgressView['steps'][number] | undefined): StepView {
  if (!told) return step
  const { earned: _earned, setRight: _right, lastCheck: _check, hints: _hints, explanation: _why, ...others } = step
  const { revisit: _revisit, ...rest } = others
  return { ...rest, ...told }
}

function revisited(task: TaskView, stepId: string | undefined, on: boolean): TaskView {
  if (stepId === undefined) return { ...task, revisit: on }
  const steps = task.steps.map(({ revisit, ...step }): StepView => {
    const marked = step.id === stepId ? on : revisit === true
    return marked ? { ...step, revisit: true } : step
  })
  return { ...task, steps }
}

function settled(task: TaskView, stepId: string): TaskView {
  const place = task.steps.findIndex(({ id, status }) => id === stepId && status === 'open')
  const step = task.steps[place]
  if (!step) return task
  const next = task.steps.findIndex(({ status }) => status === 'locked')
  const status = step.marking === 'person' ? 'awaiting-marker' : 'settled'
  return {
    ...task,
    unchecked: false,
    steps: task.steps.map((other, index): StepView => {
      if (index === place) return { ...other, status }
      return index === next ? { ...other, status: 'open' } : other
    }),
  }
}

function unsettled(task: TaskView, stepId: string): TaskView {
  const place = task.steps.findIndex(
    ({ id, status }) => id === stepId && (status === 'settled' || status === 'awaiting-marker'),
  )
  if (place < 0) return task
  const locks = task.order === 'in-turn'
  return {
    ...task,
    unchecked: true,
    steps: task.steps.map((other, index): StepView => {
      if (index === place) return { ...other, status: 'open' }
      return locks && index > place ? { ...other, status: 'locked' } : other
    }),
  }
}
