import type { StepView, TaskView } from '~~/core/wire/sitting'

export type TaskState = 'not opened' | 'not begun' | 'begun' | 'answered' | 'passed' | 'out of tries' | 'finished'

/** A task's state in one word or two. It says nothing about right or wrong beyond what checks have told. */
export function taskState(task: TaskView): TaskState {
  if (task.steps.every(({ status }) => status === 'passed')) return 'passed'
  if (task.steps.every(({ status }) => status === 'settled' || status === 'awaiting-marker')) return 'answered'
  if (isFinished(task)) return task.steps.some(({ status }) => status === 'out-of-tries') ? 'out of tries' : 'finished'
  if (task.begun) return 'begun'
  return task.opened ? 'not begun' : 'not opened'
}

const isClosed = ({ status }: StepView): boolean => status !== 'open' && status !== 'locked'

export const stepInHandOf = (task: TaskView): StepView | undefined => task.steps.find(({ status }) => status === 'open')

/** Why the work of a task can't be changed any more, or null. */
export function closedBecause(task: TaskView): string | null {
  if (stepInHandOf(task)) return null
  return task.steps.some(({ status }) => status === 'settled')
    ? 'All steps of this task are settled. Open one again to change its work.'
    : 'All steps of this task are finished; its work is kept as it is.'
}
export const stepsFinished = (task: TaskView): number => task.steps.filter(isClosed).length
export const isFinished = (task: TaskView): boolean => stepsFinished(task) === task.steps.length

/** The first task that still has a step to do, looked for after this one and then from the start. */
export function firstUnfinished(tasks: readonly TaskView[], afterId: string | null): TaskView | undefined {
  const place = tasks.findIndex(({ id }) => id === afterId)
  return [...tasks.slice(place + 1), ...tasks.slice(0, place + 1)].find(task => !isFinished(task))
}

/** Whether its trainee means to come back to a task, or to a step of it. */
export const isToRevisit = (task: TaskView): boolean => task.revisit || task.steps.some(step => step.revisit)

/** What has become of a step, where it isn’t open any more. */
export const stepStateWords: Partial<Record<StepView['status'], string>> = {
  'passed': 'right',
  'out-of-tries': 'out of tries',
  'skipped': 'left',
  'settled': 'settled',
  'awaiting-marker': 'handed over',
  'locked': 'not open yet',
}
