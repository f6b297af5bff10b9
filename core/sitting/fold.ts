import { sure } from '../ground/sure'
import { ms } from '../ground/time/moments'
import { deadlineOf, extend, isPaused, pause, resume, startClock, takeBreak } from './clock'
import type { LoggedEvent } from './events'
import { knowingElsewhere } from './elsewhere'
import { afterItsTime, keptForTelling } from './grace'
import { judgedHere } from './judgement'
import type { Judging } from './judgement'
import { accepted, malformed, refused } from './outcome'
import type { Advanced } from './outcome'
import { planFor } from './plan'
import type { Plan } from './plan'
import { freshSections, freshTasks, withSection, withStep, withTask } from './progress'
import type { SittingState, TaskProgress } from './progress'
import { closeSection, endsAt, isClosed, passTime, sectionOfTask } from './sections'
import { check, hint, settle, skip, unsettle, work } from './task-events'
import type { On, TaskEvent } from './task-events'
import { MOST_MARKS, withMark, withoutMark } from './text-marks'
import { comesTo, judgeAtEnd } from './trying'

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
    devices: [],
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

/** The sitting as a whole log leaves it. Judges here: see `advancing` for judging elsewhere. */
export function fold(base: Plan, log: readonly LoggedEvent[]): SittingState {
  const first = startOf(log)
  const plan = planFor(base, first)
  return log.slice(1).reduce((state, event) => advance(plan, state, event).state, begin(plan, first))
}

/** One event further, judging here. Pure: the same plan, state and event give the same answer anywhere. */
export function advance(plan: Plan, before: SittingState, event: LoggedEvent): Advanced {
  return judgedHere(advancing(plan, before, event))
}

/** One event further, asking for each judgement that it takes. */
export function* advancing(plan: Plan, before: SittingState, event: LoggedEvent): Judging<Advanced> {
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
      return accepted({
        ...state,
        seat: event.seat,
        device: event.device,
        devices: state.devices.includes(event.device) ? state.devices : [...state.devices, event.device],
      })
    case 'unseated':
      return accepted({ ...state, seat: '' })
    case 'ended':
      return accepted(yield* knowingElsewhere(plan, state, end(plan, state, event)))
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
      return yield* knowingElsewhere(
        plan,
        state,
        noting(plan, state, event.taskId, advanceTask(plan, before, state, event)),
      )
  }
}

/** Keeps what the work of a step comes out as when the step opens: whether it was worked on is told from that. */
function* noting(plan: Plan, before: SittingState, taskId: string, advancing: Judging<Advanced>): Judging<Advanced> {
  const advanced = yield* advancing
  if (plan.scoring < 4 || advanced.outcome.status === 'refused') return advanced
  const taskIn = ({ tasks }: SittingState) => sure(tasks.find(({ id }) => id === taskId))
  const [earlier, task] = [taskIn(before), taskIn(advanced.state)]
  // Steps in turn open one at a time.
  const opened = task.steps.find(({ status }, at) => status === 'open' && earlier.steps[at]?.status === 'locked')
  if (!opened) return advanced
  const stood = yield* comesTo(taskPlanOf(plan, task), task.work, opened.id)
  return { ...advanced, state: withTask(advanced.state, withStep(task, { ...opened, stood })) }
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
  const short =
    now.allowanceMs === null ? 0 : ms(event.at) + event.byMs - ms(deadlineOf({ ...now, closesAt: null }, event.at))
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

/** Marks a task, or one of its steps, for coming back; or takes the mark off. */
function revisit(
  before: SittingState,
  state: SittingState,
  task: TaskProgress,
  { stepId, on }: Extract<TaskEvent, { kind: 'revisit' }>,
): Advanced {
  if (stepId === undefined) return accepted(withTask(state, { ...task, revisit: on }))
  const step = task.steps.find(({ id }) => id === stepId)
  if (!step) return malformed(before, `The task ${task.id} has no step “${stepId}”.`)
  const { revisit: _, ...rest } = step
  return accepted(withTask(state, withStep(task, on ? { ...rest, revisit: true } : rest)))
}

function* advanceTask(base: Plan, before: SittingState, state: SittingState, event: TaskEvent): Judging<Advanced> {
  const plan = event.afterTime ? afterItsTime(base) : base
  const found = state.tasks.find(({ id }) => id === event.taskId)
  const section = sectionOfTask(plan, event.taskId)
  if (!found || section === null) return malformed(before, `This paper has no task “${event.taskId}”.`)
  const refusal = refuseSection(plan, state, section, event.inGrace ?? false)
  if (refusal) return refused(before, refusal)
  const task = keptForTelling(found, event.afterTime ?? false)
  const on: On = { plan, taskPlan: taskPlanOf(plan, task), before, state, task }
  switch (event.kind) {
    case 'open':
      return accepted({
        ...withTask(state, { ...task, opened: true }),
        ...(isClosed(state, section) ? {} : { current: task.id, section }),
      })
    case 'revisit':
      return revisit(before, state, task, event)
    case 'mark-text': {
      const marked = withMark(task.marked, event.mark)
      return marked
        ? accepted(withTask(state, { ...task, marked }))
        : refused(before, `${MOST_MARKS} places can be marked in a task. Take a mark off first.`)
    }
    case 'unmark-text':
      return accepted(withTask(state, { ...task, marked: withoutMark(task.marked, event.markId) }))
    case 'op':
      return yield* work(on, event)
    case 'check':
      return yield* check(on, event)
    case 'skip':
      return yield* skip(on, event)
    case 'settle':
      return yield* settle(on, event)
    case 'unsettle':
      return unsettle(on, event)
    case 'hint':
      return hint(on, event)
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

function* end(plan: Plan, state: SittingState, event: LoggedEvent & { kind: 'ended' }): Judging<SittingState> {
  const deadline = endsAt(plan, state, event.at)
  const endedAt = event.at < deadline ? event.at : deadline
  const tasks: TaskProgress[] = []
  for (const task of state.tasks) {
    tasks.push(event.how === 'voided' ? task : yield* judgeAtEnd(plan, taskPlanOf(plan, task), task, endedAt))
  }
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
