import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import { loadTool } from '../../core/tools/registry'
import type { WorkApi } from '../workers/work.worker'
import { TaskWork } from './task-work'
import type { Answered, Tried } from './task-work'

export interface Opening {
  taskId: string
  toolId: string
  heavy: boolean
  setup: unknown
  packed: unknown
  mark: string
}

/**
 * Where the work of a task is done: on the page itself, or in a worker. Whoever uses it doesn't know which. What
 * is done on the page is done before the promise is given back, so that typing is never a beat behind.
 */
export interface WorkPlace {
  /** Tries an operation and, where it can be done, does it under this id. A closed task takes looks alone. */
  operate(id: string, op: unknown, closedBecause: string | null): Promise<Tried>
  /** Does an operation that was tried before, perhaps by an earlier page. */
  put(id: string, op: unknown): Promise<void>
  /** False where the work has to be fetched: see TaskWork. */
  answered(outcomes: readonly Answered[], mark: string): Promise<boolean>
  replace(packed: unknown, mark: string): Promise<void>
  view(query: unknown): Promise<unknown>
  /** The same at once, where that can be had. */
  viewNow?(query: unknown): unknown
  /** How far a step has come, in words, where its tool says so. */
  progressNow?(step: string): string | null
}

async function onPage({ toolId, setup, packed, mark }: Opening): Promise<WorkPlace> {
  const work = new TaskWork(await loadTool(toolId, setup), setup, packed, mark)
  return {
    operate: (id, op, closedBecause) => Promise.resolve(work.operate(id, op, closedBecause)),
    put(id, op) {
      work.put(id, op)
      return Promise.resolve()
    },
    answered: (outcomes, to) => Promise.resolve(work.answered(outcomes, to)),
    replace(from, to) {
      work.replace(from, to)
      return Promise.resolve()
    },
    view: query => Promise.resolve(work.view(query)),
    viewNow: query => work.view(query),
    progressNow: step => work.progress(step),
  }
}

let worker: Remote<WorkApi> | undefined
const theWorker = (): Remote<WorkApi> =>
  (worker ??= wrap<WorkApi>(new Worker(new URL('../workers/work.worker.ts', import.meta.url), { type: 'module' })))

async function inWorker({ taskId, toolId, setup, packed, mark }: Opening): Promise<WorkPlace> {
  const api = theWorker()
  await api.open(taskId, toolId, setup, packed, mark)
  return {
    operate: (id, op, closedBecause) => api.operate(taskId, id, op, closedBecause),
    put: (id, op) => api.put(taskId, id, op),
    answered: (outcomes, to) => api.answered(taskId, outcomes, to),
    replace: (from, to) => api.replace(taskId, from, to),
    view: query => api.view(taskId, query),
  }
}

export const openPlace = (opening: Opening): Promise<WorkPlace> => (opening.heavy ? inWorker(opening) : onPage(opening))
