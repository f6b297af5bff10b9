import { expose } from 'comlink'
import { loadTool } from '../../core/tools/registry'
import { TaskWork } from '../sync/task-work'
import type { Answered, Tried } from '../sync/task-work'

/** The works of heavy tasks, away from the page's own thread, by task. */
const works = new Map<string, TaskWork>()

function workOf(taskId: string): TaskWork {
  const work = works.get(taskId)
  if (!work) throw new RangeError(`The task ${taskId} isn't open here.`)
  return work
}

const api = {
  async open(taskId: string, toolId: string, setup: unknown, packed: unknown, mark: string): Promise<void> {
    works.set(taskId, new TaskWork(await loadTool(toolId, setup), setup, packed, mark))
  },
  operate: (taskId: string, id: string, op: unknown, closedBecause: string | null): Tried =>
    workOf(taskId).operate(id, op, closedBecause),
  put: (taskId: string, id: string, op: unknown): void => workOf(taskId).put(id, op),
  answered: (taskId: string, outcomes: readonly Answered[], mark: string): boolean =>
    workOf(taskId).answered(outcomes, mark),
  replace: (taskId: string, packed: unknown, mark: string): void => workOf(taskId).replace(packed, mark),
  view: (taskId: string, query: unknown): unknown => workOf(taskId).view(query),
}
export type WorkApi = typeof api

expose(api)
