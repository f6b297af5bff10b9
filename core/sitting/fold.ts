import { deadlineOf, extend, pause, resume, startClock, workedMs } from './clock'
import type { EventBody, LoggedEvent } from './events'
import type { Plan } from './plan'
import { freshTasks, stepInHand, stepPlanOf, withStep, withTask } from './progress'
import type { SittingState, StepStatus, TaskProgress } from './progress'
import { giveUp, judgeUnchecked, tryStep } from './trying'
import type { Tried } from './trying'

/**
 * What an event came to. A refused event leaves the sitting as it was and says why in words; `malformed`
 * marks one that makes no sense for this paper: no such task or step, or not an operation of the task's tool.
 */
export type Outcome =
  | { status: 'accepted', tried?: Tried }
  | { status: 'refused', refusal: string, malformed?: true }

export interface Advanced {
  state: SittingState
  outcome: Outcome
}

/** The state of a sitting that has just started. */
export function begin(plan: Plan, event: Extract<LoggedEvent, { kind: 'started' }>): SittingState {
  return {
    status: 'running',
    clock: startClock(event.at, event.allowanceMs, event.closesAt),
    current: null,
    tasks: freshTasks(plan),
    lastAt: event.at,
  }
}

/** The sitting as a whole log leaves it. Throws a RangeError for a log that doesn't begin with the start. */
export function fold(plan: Plan, log: readonly LoggedEvent[]): SittingState {
  const [first, ...rest] = log
  if (first?.kind !== 'started') throw new RangeError('A log begins with the start of its sitting.')
  return rest.reduce((state, event) => advance(plan, state, event).state, begin(plan, first))
}

/** One event further. Pure: the same plan, state and event give the same answer anywhere. */
export function advance(plan: Plan, before: SittingState, event: LoggedEvent): Advanced {
  if (before.status === 'ended') return refused(before, 'This sitting has ended.')
  const state = chargeTime(before, event.at)
  switch (event.kind) {
    case 'started': return refused(before, 'This sitting has started already.')
    case 'paused': return accepted({ ...state, clock: pause(state.clock, event.at) })
    case 'resumed': return accepted({ ...state, clock: resume(state.clock, event.at) })
    case 'extended': return accepted({ ...state, clock: extend(state.clock, event.byMs) })
    case 'ended': return accepted(end(plan, state, event))
    default: return advanceTask(plan, before, state, event)
  }
}

type TaskEvent = Extract<EventBody, { taskId: string }> & { at: string }

function advanceTask(plan: Plan, before: SittingState, state: SittingState, event: TaskEvent): Advanced {
  const task = state.tasks.find(({ id }) => id === event.taskId)
  if (!task) return malformed(before, `This paper has no task “${event.taskId}”.`)
  switch (event.kind) {
    case 'open': return accepted({ ...withTask(state, { ...task, opened: true }), current: task.id })
    case 'revisit': return accepted(withTask(state, { ...task, revisit: event.on }))
    case 'op': return work(plan, before, state, task, event)
    case 'check': return check(plan, before, state, task, event)
    case 'skip': return skip(plan, before, state, task, event)
  }
}

function taskPlanOf(plan: Plan, task: TaskProgress) {
  const taskPlan = plan.task(task.id)
  if (!taskPlan) throw new RangeError(`The paper has no task ${task.id}.`)
  return taskPlan
}

function work(plan: Plan, before: SittingState, state: SittingState, task: TaskProgress, event: TaskEvent & { kind: 'op' }): Advanced {
  const taskPlan = taskPlanOf(plan, task)
  const { tool } = taskPlan
  const read = tool.op.safeParse(event.op)
  if (!read.success) {
    const [issue] = read.error.issues
    const where = issue && issue.path.length > 0 ? ` (${issue.path.join('.')}: ${issue.message})` : ''
    return malformed(before, `This isn’t an operation of the ${tool.id} tool${where}.`)
  }
  const step = stepInHand(task)
  const changes = tool.effect(read.data) === 'change'
  if (changes && !step) return refused(before, 'All steps of this task are finished; its work is kept as it is.')
  const applied = tool.apply(task.state, read.data)
  if (!applied.ok) return refused(before, applied.refusal)
  const worked = { ...task, opened: true }
  if (changes && step && stepPlanOf(taskPlan, step.id).step.mode === 'watched') {
    const result = tryStep(plan, taskPlan, worked, step, event.at, applied.state, task.state)
    return accepted(withTask(state, result.task), result.tried)
  }
  return accepted(withTask(state, { ...worked, state: applied.state, unjudged: task.unjudged || changes }))
}

function check(plan: Plan, before: SittingState, state: SittingState, task: TaskProgress, event: TaskEvent & { kind: 'check' }): Advanced {
  const step = task.steps.find(({ id }) => id === event.stepId)
  if (!step) return malformed(before, `This task has no step “${event.stepId}”.`)
  const refusal = refuseStep(step.status)
  if (refusal) return refused(before, refusal)
  const taskPlan = taskPlanOf(plan, task)
  if (stepPlanOf(taskPlan, step.id).step.mode === 'watched') {
    return refused(before, 'This step is watched: it is judged as you do it, without a check.')
  }
  const result = tryStep(plan, taskPlan, task, step, event.at, task.state, task.state)
  return accepted(withTask(state, result.task), result.tried)
}

function skip(plan: Plan, before: SittingState, state: SittingState, task: TaskProgress, event: TaskEvent & { kind: 'skip' }): Advanced {
  const step = task.steps.find(({ id }) => id === event.stepId)
  if (!step) return malformed(before, `This task has no step “${event.stepId}”.`)
  const refusal = refuseStep(step.status)
  if (refusal) return refused(before, refusal)
  const left = { ...step, status: 'skipped' as const, left: task.state }
  return accepted(withTask(state, giveUp(plan, taskPlanOf(plan, task), { ...task, unjudged: false }, left)))
}

/** Why this step can't be checked or left now, as a sentence, or null if it can. */
function refuseStep(status: StepStatus): string | null {
  switch (status) {
    case 'open': return null
    case 'locked': return 'This step isn’t open yet: finish the steps before it first.'
    case 'passed': return 'This step is passed already.'
    case 'out-of-tries': return 'This step has no tries left.'
    case 'skipped': return 'You left this step for good.'
    case 'awaiting-marker': return 'This step is waiting for a marker.'
  }
}

/** Charges the working time since the last event, up to the deadline, to the task in hand and to its step in hand. */
function chargeTime(state: SittingState, arrived: string): SittingState {
  const deadline = deadlineOf(state.clock, arrived)
  const at = arrived < deadline ? arrived : deadline
  const spent = Math.max(0, workedMs(state.clock, at) - workedMs(state.clock, state.lastAt))
  const task = state.tasks.find(({ id }) => id === state.current)
  const timed = { ...state, lastAt: at > state.lastAt ? at : state.lastAt }
  if (!task || spent === 0) return timed
  const step = stepInHand(task)
  const charged = step ? withStep(task, { ...step, workedMs: step.workedMs + spent }) : task
  return withTask(timed, { ...charged, workedMs: charged.workedMs + spent })
}

function end(plan: Plan, state: SittingState, event: LoggedEvent & { kind: 'ended' }): SittingState {
  const deadline = deadlineOf(state.clock, event.at)
  const endedAt = event.at < deadline ? event.at : deadline
  const tasks = event.how === 'voided' ? state.tasks : state.tasks.map(task => judgeUnchecked(plan, taskPlanOf(plan, task), task, endedAt))
  return { ...state, status: 'ended', how: event.how, endedAt, tasks }
}

const accepted = (state: SittingState, tried?: Tried): Advanced => ({ state, outcome: { status: 'accepted', ...(tried ? { tried } : {}) } })
const malformed = (state: SittingState, refusal: string): Advanced => ({ state, outcome: { status: 'refused', refusal, malformed: true } })
const refused = (state: SittingState, refusal: string): Advanced => ({ state, outcome: { status: 'refused', refusal } })
