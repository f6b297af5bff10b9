import { createHash } from 'node:crypto'
import { isPaused } from '../../../core/sitting/clock'
import { timeUpSince, toldUntil } from '../../../core/sitting/grace'
import type { TaskPlan } from '../../../core/sitting/plan'
import type { SittingState } from '../../../core/sitting/progress'
import { passTime, sectionOfTask } from '../../../core/sitting/sections'
import type { PackWork } from '../../../core/sitting/snapshot'
import { UNTOUCHED } from '../../../core/sitting/work'
import type { EventsResponse, TaskWorkView } from '../../../core/wire/sitting'
import { briefOf, taskProgressViewOf } from '../../../core/wire/views'
import { notFound, Problem } from '../ground/problem'
import type { LiveSitting } from './live-sittings'
import type { Recorded } from './recording'
import { paceOf } from './sitting-view'

/** Parts of a setup from this size on, in characters of JSON, are shared by what they say. */
const SHARED_FROM = 800

interface Shell {
  setup: unknown
  shared: Record<string, string>
  parts: Map<string, unknown>
}
const shells = new WeakMap<TaskPlan['task'], Shell>()

/** A setup with its large parts taken out and named by digest, so that what several tasks have goes once. */
function shellOf({ task }: TaskPlan): Shell {
  const found = shells.get(task)
  if (found) return found
  const shell: Shell = { setup: task.setup, shared: {}, parts: new Map() }
  if (typeof task.setup === 'object' && task.setup !== null && !Array.isArray(task.setup)) {
    const rest: Record<string, unknown> = {}
    for (const [name, value] of Object.entries(task.setup)) {
      const text = JSON.stringify(value)
      if (text.length < SHARED_FROM) rest[name] = value
      else {
        const digest = createHash('sha256').update(text).digest('hex').slice(0, 16)
        shell.shared[name] = digest
        shell.parts.set(digest, value)
      }
    }
    shell.setup = rest
  }
  shells.set(task, shell)
  return shell
}

/** What a task is worked on with, and its work as it stands; throws a Problem where it may not be opened now. */
export async function taskWorkOf(
  one: LiveSitting,
  taskId: string,
  have: readonly string[],
  at: string,
  pack: PackWork,
): Promise<TaskWorkView> {
  const taskPlan = one.plan.task(taskId)
  const progress = one.state.tasks.find(({ id }) => id === taskId)
  if (!taskPlan || !progress) throw notFound('task')
  const state = passTime(one.plan, one.state, at)
  if (isPaused(state.clock, at))
    throw new Problem(409, 'paused', 'The clock stands. The task opens when it runs again.')
  if (!progress.opened) refuseOpening(one, state, taskId)
  const { setup, shared, parts } = shellOf(taskPlan)
  const { work } = toldUntil(progress, timeUpSince(one.plan, one.state, taskId, at))
  return {
    id: taskId,
    brief: briefOf(taskPlan),
    setup,
    shared,
    parts: Object.fromEntries([...parts].filter(([digest]) => !have.includes(digest))),
    mark: work.mark,
    packed: work.mark === UNTOUCHED ? null : await pack(taskPlan, work),
  }
}

/** Nobody reads ahead in a section that isn't open yet. */
function refuseOpening({ plan }: LiveSitting, state: SittingState, taskId: string): void {
  const section = sectionOfTask(plan, taskId)
  const here = state.section === null ? undefined : plan.section(state.section)
  if (here && section !== here.rules.id && here.rules.movement === 'one-way') {
    throw new Problem(409, 'not-open', `Leave “${here.rules.title}” before you open a task of another section.`)
  }
}

/** The answer to recorded events: small, and without any work. Of an ended sitting no task is told. */
export function answerOf(one: LiveSitting, before: SittingState, recorded: Recorded, at: string): EventsResponse {
  const pace = paceOf(one, at)
  const touched = one.sitting.state === 'ended' ? [] : one.state.tasks.filter(({ id }) => recorded.touched.has(id))
  return {
    outcomes: recorded.outcomes,
    now: at,
    deadline: pace.deadline,
    pace,
    tasks: touched.flatMap(task => {
      const taskPlan = one.plan.task(task.id)
      const earlier = recorded.missed.has(task.id) ? undefined : before.tasks.find(({ id }) => id === task.id)
      const told = toldUntil(task, timeUpSince(one.plan, one.state, task.id, at))
      return taskPlan ? [taskProgressViewOf(one.plan, taskPlan, told, earlier)] : []
    }),
  }
}
