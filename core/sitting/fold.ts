import { deadlineOf, extend, isPaused, pause, resume, startClock, takeBreak } from './clock'
import { ms } from '../time/moments'
import type { LoggedEvent } from './events'
import { planFor } from './plan'
import type { Plan } from './plan'
import { freshSections, freshTasks, stepInHand, stepPlanOf, withSection, withTask } from './progress'
import type { SittingState, StepStatus, TaskProgress } from './progress'
import { closeSection, endsAt, isClosed, passTime, sectionOfTask } from './sections'
import { closeStep, giveUp, judgeAtEnd, tryStep } from './trying'
import type { Tried } from './trying'

/**
 * What an event came to. A refused event leaves the sitting as it was and says why in words; `malformed`
 * marks one that makes no sense for this paper: no such task or step, or not an operation of the task's tool.
 */
export type Outcome = { status: 'accepted'; tried?: Tried } | { status: 'refused'; refusal: string; malformed?: true }

export interface Advanced {
  state: SittingState
  outcome: Outcome
}

/** The state of a sitting that has just started. The plan is that of the sitting. */
export function begin(plan: Plan, event: Extract<LoggedEvent, { kind: 'started' }>): SittingState {
  return {
    status: 'running',
    clock: startClock(event.at, event.allowanceMs, event.closesAt, event.breakMs),
    section: plan.sections[0]?.rules.id ?? null,
    sections: freshSections(plan),
    current: null,
    tasks: freshTasks(plan),
    seat: null,
    device: '',
    pauseReason: '',
    away: { on: false, times: 0, since: null },
    notes: '',
    lastAt: event.at,
  }
}

/** The start of a log. Throws a RangeError for a log that doesn't begin with it. */
export function startOf(log: readonly LoggedEvent[]): Extract<LoggedEvent, { kind: 'started' }> {
  const [first] = log
  if (first?.kind !== 'started') throw new RangeError('A log begins with the start of its sitting.')
  return first
}

/** The sitting as a whole log leaves it, and the plan that its start made of the paper's. */
export function fold(base: Plan, log: readonly LoggedEvent[]): SittingState {
  const first = startOf(log)
  const plan = planFor(base, first)
  return log.slice(1).reduce((state, event) => advance(plan, state, event).state, begin(plan, first))
}

/** One event further. Pure: the same plan, state and event give the same answer anywhere. */
export function advance(plan: Plan, before: SittingState, event: LoggedEvent): Advanced {
  if (before.status === 'ended')
    return event.kind === 'reopened' ? accepted(reopen(before, event)) : refused(before, 'This sitting has ended.')
  const state = passTime(plan, before, event.at)
  switch (event.kind) {
    case 'started':
      return refused(before, 'This sitting has started already.')
    case 'reopened':
      return refused(before, 'This sitting has not ended.')
    case 'paused':
      return isOver(plan, state, event.at)
        ? refused(before, 'The time is up.')
        : accepted({ ...state, clock: pause(state.clock, event.at), pauseReason: event.reason })
    case 'break':
      return isOver(plan, state, event.at) ? refused(before, 'The time is up.') : rest(before, state, event.at)
    case 'resumed':
      return accepted({ ...state, clock: resume(state.clock, event.at), pauseReason: '' })
    case 'extended':
      return accepted(extendBy(state, event.byMs))
    case 'seated':
      return accepted({ ...state, seat: event.seat, device: event.device })
    case 'unseated':
      return accepted({ ...state, seat: '' })
    case 'ended':
      return accepted(end(plan, state, event))
    case 'leave':
      return leave(plan, before, state, event.sectionId, event.at)
    case 'note':
      return accepted({ ...state, notes: event.text })
    case 'away':
      return accepted({
        ...state,
        away: {
          on: event.on,
          times: state.away.times + (event.on && !state.away.on ? 1 : 0),
          since: event.on ? event.at : null,
        },
      })
    default:
      return advanceTask(plan, before, state, event)
  }
}

/** Whether the time is up, so that no pause can bring any of it back. */
function isOver(plan: Plan, state: SittingState, at: string): boolean {
  return at >= endsAt(plan, state, at)
}

function extendBy(state: SittingState, byMs: number): SittingState {
  const section = state.sections.find(({ id }) => id === state.section)
  const extended = { ...state, clock: extend(state.clock, byMs) }
  return section ? withSection(extended, { ...section, extraMs: section.extraMs + byMs }) : extended
}

function rest(before: SittingState, state: SittingState, at: string): Advanced {
  if (isPaused(state.clock, at)) return refused(before, 'The clock stands already.')
  if (state.clock.breakLeftMs <= 0) return refused(before, 'There are no break minutes left.')
  return accepted({ ...state, clock: takeBreak(state.clock, at), pauseReason: 'break' })
}

function leave(plan: Plan, before: SittingState, state: SittingState, sectionId: string, at: string): Advanced {
  const section = plan.section(sectionId)
  if (!section) return malformed(before, `This paper has no section “${sectionId}”.`)
  if (isClosed(state, sectionId)) return refused(before, 'This section is closed already.')
  if (state.section !== sectionId) return refused(before, 'This isn’t the section you are in.')
  if (section.rules.movement !== 'one-way')
    return refused(before, 'This section isn’t left for good: just open a task of another one.')
  return accepted(closeSection(plan, state, sectionId, 'left', at))
}

/** Back to where the end found the work, with so much time from now. */
function reopen(before: SittingState, event: LoggedEvent & { kind: 'reopened' }): SittingState {
  const { endedAt, how: _how, beforeEnd, signedAs: _signed, ...state } = before
  // A pause under way ended with the sitting; from then on until now the clock stood in any case.
  const since = endedAt ?? event.at
  const clock = resume(state.clock, since)
  const stood = Math.max(0, ms(event.at) - ms(since))
  const now = { ...clock, pausedMs: clock.pausedMs + stood }
  const short = ms(event.at) + event.byMs - ms(deadlineOf({ ...now, closesAt: null }, event.at))
  const opened = { ...state, status: 'running' as const, tasks: beforeEnd ?? state.tasks, seat: null, lastAt: event.at }
  const last = opened.sections.at(-1)
  const open = opened.sections.some(({ closed }) => closed === null)
  const sections =
    open || !last
      ? opened.sections
      : [...opened.sections.slice(0, -1), { ...last, closed: null, extraMs: last.extraMs + event.byMs }]
  return {
    ...opened,
    sections,
    section: opened.section ?? last?.id ?? null,
    clock: { ...now, closesAt: null, extensionMs: now.extensionMs + short },
  }
}

type TaskEvent = Extract<LoggedEvent, { taskId: string }>

function advanceTask(plan: Plan, before: SittingState, state: SittingState, event: TaskEvent): Advanced {
  const task = state.tasks.find(({ id }) => id === event.taskId)
  const section = sectionOfTask(plan, event.taskId)
  if (!task || section === null) return malformed(before, `This paper has no task “${event.taskId}”.`)
  const refusal = refuseSection(plan, state, section, event.inGrace ?? false)
  if (refusal) return refused(before, refusal)
  switch (event.kind) {
    case 'open':
      return accepted({
        ...withTask(state, { ...task, opened: true }),
        ...(isClosed(state, section) ? {} : { current: task.id, section }),
      })
    case 'revisit':
      return accepted(withTask(state, { ...task, revisit: event.on }))
    case 'op':
      return work(plan, before, state, task, event)
    case 'check':
      return check(plan, before, state, task, event)
    case 'skip':
      return skip(plan, before, state, task, event)
    case 'settle':
      return settle(plan, before, state, task, event)
    case 'unsettle':
      return unsettle(plan, before, state, task, event)
  }
}

/** Why nothing can be done in a section now, or null. `inGrace` lets in what was made before its time was up. */
function refuseSection(plan: Plan, state: SittingState, section: string, inGrace: boolean): string | null {
  const title = plan.section(section)?.rules.title ?? ''
  const progress = state.sections.find(({ id }) => id === section)
  if (progress?.closed === 'time-up') return inGrace ? null : `The time of “${title}” is up.`
  if (progress?.closed === 'left') return `You have left “${title}”, and it can’t be opened again.`
  if (state.section === null || state.section === section) return null
  const here = plan.section(state.section)
  return here?.rules.movement === 'one-way' ? `Leave “${here.rules.title}” before you go on to “${title}”.` : null
}

function taskPlanOf(plan: Plan, task: TaskProgress) {
  const taskPlan = plan.task(task.id)
  if (!taskPlan) throw new RangeError(`The paper has no task ${task.id}.`)
  return taskPlan
}

function work(
  plan: Plan,
  before: SittingState,
  state: SittingState,
  task: TaskProgress,
  event: TaskEvent & { kind: 'op' },
): Advanced {
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

function check(
  plan: Plan,
  before: SittingState,
  state: SittingState,
  task: TaskProgress,
  event: TaskEvent & { kind: 'check' },
): Advanced {
  const step = task.steps.find(({ id }) => id === event.stepId)
  if (!step) return malformed(before, `This task has no step “${event.stepId}”.`)
  const refusal = refuseStep(step.status)
  if (refusal) return refused(before, refusal)
  const taskPlan = taskPlanOf(plan, task)
  if (plan.rules.answers === 'settled') return refused(before, 'In this paper steps are settled, not checked.')
  if (stepPlanOf(taskPlan, step.id).step.mode === 'watched') {
    return refused(before, 'This step is watched: it is judged as you do it, without a check.')
  }
  const result = tryStep(plan, taskPlan, task, step, event.at, task.state, task.state)
  return accepted(withTask(state, result.task), result.tried)
}

function skip(
  plan: Plan,
  before: SittingState,
  state: SittingState,
  task: TaskProgress,
  event: TaskEvent & { kind: 'skip' },
): Advanced {
  const step = task.steps.find(({ id }) => id === event.stepId)
  if (!step) return malformed(before, `This task has no step “${event.stepId}”.`)
  const refusal = refuseStep(step.status)
  if (refusal) return refused(before, refusal)
  const left = { ...step, status: 'skipped' as const, left: task.state }
  return accepted(withTask(state, giveUp(plan, taskPlanOf(plan, task), { ...task, unjudged: false }, left)))
}

/** Says that a step is done. Nothing is judged: the work as it stands now is, when the sitting ends. */
function settle(
  plan: Plan,
  before: SittingState,
  state: SittingState,
  task: TaskProgress,
  event: TaskEvent & { kind: 'settle' },
): Advanced {
  const step = task.steps.find(({ id }) => id === event.stepId)
  if (!step) return malformed(before, `This task has no step “${event.stepId}”.`)
  const refusal = refuseStep(step.status)
  if (refusal) return refused(before, refusal)
  if (plan.rules.answers !== 'settled') return refused(before, 'In this paper steps are checked, not settled.')
  if (stepPlanOf(taskPlanOf(plan, task), step.id).step.mode === 'watched')
    return refused(before, 'This step is watched: it is judged as you do it.')
  return accepted(
    withTask(state, closeStep({ ...task, unjudged: false }, { ...step, status: 'settled', left: task.state })),
  )
}

/** Opens the step that was settled last. The work stays as it is now. */
function unsettle(
  plan: Plan,
  before: SittingState,
  state: SittingState,
  task: TaskProgress,
  event: TaskEvent & { kind: 'unsettle' },
): Advanced {
  const place = task.steps.findIndex(({ id }) => id === event.stepId)
  const step = task.steps[place]
  if (!step) return malformed(before, `This task has no step “${event.stepId}”.`)
  if (!plan.rules.unsettle) return refused(before, 'In this paper a settled step stays settled.')
  if (step.status !== 'settled') return refused(before, 'This step isn’t settled.')
  const later = task.steps.slice(place + 1)
  if (later.some(({ status }) => status !== 'open' && status !== 'locked'))
    return refused(before, 'Later steps build on this one: open the last settled step first.')
  const { left: _left, ...open } = { ...step, status: 'open' as const }
  const steps = task.steps.map((other, index) =>
    index === place ? open : index > place ? { ...other, status: 'locked' as const } : other,
  )
  return accepted(withTask(state, { ...task, steps, unjudged: true }))
}

/** Why this step can't be checked or left now, as a sentence, or null if it can. */
function refuseStep(status: StepStatus): string | null {
  switch (status) {
    case 'open':
      return null
    case 'locked':
      return 'This step isn’t open yet: finish the steps before it first.'
    case 'passed':
      return 'This step is passed already.'
    case 'out-of-tries':
      return 'This step has no tries left.'
    case 'skipped':
      return 'You left this step for good.'
    case 'settled':
      return 'This step is settled.'
    case 'awaiting-marker':
      return 'This step is waiting for a marker.'
  }
}

function end(plan: Plan, state: SittingState, event: LoggedEvent & { kind: 'ended' }): SittingState {
  const deadline = endsAt(plan, state, event.at)
  const endedAt = event.at < deadline ? event.at : deadline
  const tasks =
    event.how === 'voided'
      ? state.tasks
      : state.tasks.map(task => judgeAtEnd(plan, taskPlanOf(plan, task), task, endedAt))
  return {
    ...state,
    status: 'ended',
    how: event.how,
    endedAt,
    tasks,
    beforeEnd: state.tasks,
    ...(event.signedAs === undefined ? {} : { signedAs: event.signedAs }),
  }
}

const accepted = (state: SittingState, tried?: Tried): Advanced => ({
  state,
  outcome: { status: 'accepted', ...(tried ? { tried } : {}) },
})
const malformed = (state: SittingState, refusal: string): Advanced => ({
  state,
  outcome: { status: 'refused', refusal, malformed: true },
})
const refused = (state: SittingState, refusal: string): Advanced => ({ state, outcome: { status: 'refused', refusal } })
