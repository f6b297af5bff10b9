import type { Plan, TaskPlan } from './plan'
import type { SittingState, TaskProgress } from './progress'
import { AWAY, stateHere, UNTOUCHED, untouched } from './work'
import type { Work, WorkBase } from './work'

type PackedTask = Omit<TaskProgress, 'work' | 'toldAs'> & { work: WorkBase | null; toldAs?: PackedTask }
type PackedSitting = Omit<SittingState, 'tasks' | 'beforeEnd'> & { tasks: PackedTask[]; beforeEnd?: PackedTask[] }

/** Packs work that isn't untouched, wherever its state is. */
export type PackWork = (taskPlan: TaskPlan, work: Work) => unknown

/** Packs work whose state is here. */
const packedHere: PackWork = ({ tool, start }, work) => tool.pack(stateHere(work), start)

function planOfTask(plan: Plan, taskId: string): TaskPlan {
  const taskPlan = plan.task(taskId)
  if (!taskPlan) throw new RangeError(`The plan has no task ${taskId}.`)
  return taskPlan
}

/** The sitting as plain JSON: of its work only what can't be had again from the papers. It grows with the work. */
export async function packSitting(
  plan: Plan,
  { tasks, beforeEnd, ...rest }: SittingState,
  pack: PackWork = packedHere,
): Promise<PackedSitting> {
  async function packTask({ work, toldAs, ...task }: TaskProgress): Promise<PackedTask> {
    const taskPlan = planOfTask(plan, task.id)
    return {
      ...task,
      work: work.mark === UNTOUCHED ? null : { mark: work.mark, packed: await pack(taskPlan, work) },
      ...(toldAs ? { toldAs: await packTask(toldAs) } : {}),
    }
  }
  async function packTasks(all: readonly TaskProgress[]): Promise<PackedTask[]> {
    const packed: PackedTask[] = []
    for (const task of all) packed.push(await packTask(task))
    return packed
  }
  return { ...rest, tasks: await packTasks(tasks), ...(beforeEnd ? { beforeEnd: await packTasks(beforeEnd) } : {}) }
}

/**
 * The sitting again. `packed` was made by `packSitting` of this same version, with this plan; what a tool can't read of
 * it throws a RangeError. `isAway`: the work of these tasks is kept in another thread, which is told what was packed.
 */
export function unpackSitting(
  plan: Plan,
  { tasks, beforeEnd, ...rest }: PackedSitting,
  isAway: (taskPlan: TaskPlan) => boolean = () => false,
): SittingState {
  const unpackTask = ({ work, toldAs, ...task }: PackedTask): TaskProgress => ({
    ...task,
    work: unpackWork(planOfTask(plan, task.id), work, isAway),
    ...(toldAs ? { toldAs: unpackTask(toldAs) } : {}),
  })
  const unpackTasks = (all: readonly PackedTask[]): TaskProgress[] => all.map(unpackTask)
  return { ...rest, tasks: unpackTasks(tasks), ...(beforeEnd ? { beforeEnd: unpackTasks(beforeEnd) } : {}) }
}

/** The sitting that was packed, going on from that: of work that is kept elsewhere, what came before is let go. */
export function goingOnFrom(state: SittingState, packed: PackedSitting): SittingState {
  const rebased = (all: readonly TaskProgress[], bases: readonly PackedTask[] = []): TaskProgress[] =>
    all.map((task, at) => {
      const base = bases[at]?.work ?? null
      return task.work.state === AWAY ? { ...task, work: { ...task.work, history: null, base } } : task
    })
  return {
    ...state,
    tasks: rebased(state.tasks, packed.tasks),
    ...(state.beforeEnd ? { beforeEnd: rebased(state.beforeEnd, packed.beforeEnd) } : {}),
  }
}

function unpackWork(taskPlan: TaskPlan, base: WorkBase | null, isAway: (taskPlan: TaskPlan) => boolean): Work {
  if (base === null) return untouched(taskPlan.start)
  const state = isAway(taskPlan) ? AWAY : taskPlan.tool.unpack(base.packed, taskPlan.start)
  return { mark: base.mark, state, history: null, base: taskPlan.tool.heavy ? base : null }
}
