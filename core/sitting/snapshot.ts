import type { Plan } from './plan'
import type { SittingState, TaskProgress } from './progress'
import { UNTOUCHED, untouched } from './work'
import type { Work, WorkEntry, WorkHistory } from './work'

interface PackedWork {
  mark: string
  packed: unknown
  history: WorkEntry[]
}
type PackedTask = Omit<TaskProgress, 'work'> & { work: PackedWork | null }
type PackedSitting = Omit<SittingState, 'tasks' | 'beforeEnd'> & { tasks: PackedTask[]; beforeEnd?: PackedTask[] }

/** The sitting as plain JSON: of its work only what can't be had again from the papers. */
export function packSitting(plan: Plan, { tasks, beforeEnd, ...rest }: SittingState): PackedSitting {
  const packTasks = (all: readonly TaskProgress[]): PackedTask[] =>
    all.map(({ work, ...task }) => ({ ...task, work: packWork(plan, task.id, work) }))
  return { ...rest, tasks: packTasks(tasks), ...(beforeEnd ? { beforeEnd: packTasks(beforeEnd) } : {}) }
}

/** The sitting again. `packed` was made by `packSitting` of this same version, with this plan. */
export function unpackSitting(plan: Plan, { tasks, beforeEnd, ...rest }: PackedSitting): SittingState {
  const unpackTasks = (all: readonly PackedTask[]): TaskProgress[] =>
    all.map(({ work, ...task }) => ({ ...task, work: unpackWork(plan, task.id, work) }))
  return { ...rest, tasks: unpackTasks(tasks), ...(beforeEnd ? { beforeEnd: unpackTasks(beforeEnd) } : {}) }
}

/** Null for work on which nothing was done. */
function packWork(plan: Plan, taskId: string, { mark, state, history }: Work): PackedWork | null {
  const taskPlan = plan.task(taskId)
  if (!taskPlan) throw new RangeError(`The plan has no task ${taskId}.`)
  if (mark === UNTOUCHED) return null
  const entries: WorkEntry[] = []
  for (let link = history; link !== null; link = link.before) entries.push(link.entry)
  return { mark, packed: taskPlan.tool.pack(state, taskPlan.start), history: entries.reverse() }
}

function unpackWork(plan: Plan, taskId: string, work: PackedWork | null): Work {
  const taskPlan = plan.task(taskId)
  if (!taskPlan) throw new RangeError(`The plan has no task ${taskId}.`)
  if (work === null) return untouched(taskPlan.start)
  const history = work.history.reduce<WorkHistory | null>((before, entry) => ({ entry, before }), null)
  return { mark: work.mark, state: taskPlan.tool.unpack(work.packed, taskPlan.start), history }
}
