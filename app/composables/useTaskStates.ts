import type { TaskView } from '~~/core/wire/sitting'

export type TaskState = 'not opened' | 'not begun' | 'begun' | 'passed' | 'out of tries' | 'finished'

/** A task's state in one word or two. It says nothing about right or wrong beyond what checks have told. */
export function taskState(task: TaskView): TaskState {
  const statuses = task.steps.map(({ status }) => status)
  if (statuses.every(status => status === 'passed')) return 'passed'
  if (statuses.every(status => status !== 'open' && status !== 'locked')) return statuses.includes('out-of-tries') ? 'out of tries' : 'finished'
  if (task.begun) return 'begun'
  return task.opened ? 'not begun' : 'not opened'
}

export const stepsFinished = (task: TaskView): number => task.steps.filter(({ status }) => status !== 'open' && status !== 'locked').length
export const isFinished = (task: TaskView): boolean => stepsFinished(task) === task.steps.length
