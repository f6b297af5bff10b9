import { sure } from '../ground/sure'
import { deadlineOf, isPaused, momentOfWork, resume, stoodMs, workedMs } from './clock'
import { iso, ms } from '../ground/time/moments'
import type { Plan } from './plan'
import { stepInHand, withSection, withStep, withTask } from './progress'
import type { SectionProgress, SittingState } from './progress'

export function sectionOfTask(plan: Plan, taskId: string): string | null {
  return plan.sections.find(({ tasks }) => tasks.includes(taskId))?.rules.id ?? null
}

const inTurn = (plan: Plan, taskId: string): boolean => plan.task(taskId)?.task.order !== 'free'

const progressOf = (state: SittingState, id: string | null): SectionProgress | undefined =>
  state.sections.find(section => section.id === id)

function limitOf(plan: Plan, state: SittingState, id: string): number | null {
  const own = plan.section(id)?.limitMs ?? null
  return own === null ? null : own + (progressOf(state, id)?.extraMs ?? 0)
}

export function isClosed(state: SittingState, sectionId: string): boolean {
  return progressOf(state, sectionId)?.closed !== null
}

/** Whether a section comes only when the one under way has been left: nothing of it is told before. */
export function isAhead(plan: Plan, state: SittingState, sectionId: string): boolean {
  const here = state.section === null ? undefined : plan.section(state.section)
  return here?.rules.movement === 'one-way' && here.rules.id !== sectionId && !isClosed(state, sectionId)
}

/** The next section that is still open, looked for after this one and then from the start. */
function nextOpen(state: SittingState, after: string): string | null {
  const place = state.sections.findIndex(({ id }) => id === after)
  const inTurn = [...state.sections.slice(place + 1), ...state.sections.slice(0, place)]
  return inTurn.find(section => section.closed === null)?.id ?? null
}

/** Closes a section and goes on to the next open one, at its first task. */
export function closeSection(
  plan: Plan,
  state: SittingState,
  id: string,
  closed: 'left' | 'time-up',
  at: string,
): SittingState {
  const section = progressOf(state, id)
  if (!section) return state
  const after = withSection(state, { ...section, closed, closedAt: at })
  if (state.section !== id) return after
  const next = nextOpen(after, id)
  return { ...after, section: next, current: next === null ? after.current : (plan.section(next)?.tasks[0] ?? null) }
}

/** Charges time to the section, the task and the step in hand. */
function charge(plan: Plan, state: SittingState, spentMs: number): SittingState {
  if (spentMs === 0) return state
  const section = progressOf(state, state.section)
  const timed = section ? withSection(state, { ...section, workedMs: section.workedMs + spentMs }) : state
  const task = timed.tasks.find(({ id }) => id === timed.current)
  if (!task) return timed
  // Where steps are taken in any order, nobody can tell which one the time went to.
  const step = inTurn(plan, task.id) ? stepInHand(task) : undefined
  const charged = step ? withStep(task, { ...step, workedMs: step.workedMs + spentMs }) : task
  return withTask(timed, { ...charged, workedMs: charged.workedMs + spentMs })
}

/**
 * Brings the sitting to a moment: charges the working time since the last event, up to the deadline, and
 * closes each section whose own time runs out on the way, at the moment at which it does.
 */
export function passTime(plan: Plan, before: SittingState, arrived: string): SittingState {
  const deadline = deadlineOf(before.clock, arrived)
  const at = arrived < deadline ? arrived : deadline
  // A break that has used itself up ends by itself.
  let state =
    before.clock.pausedAt !== null && !isPaused(before.clock, at)
      ? { ...before, clock: resume(before.clock, at) }
      : before
  const from = workedMs(before.clock, before.lastAt)
  let left = Math.max(0, workedMs(state.clock, at) - from)
  let worked = from
  while (left > 0 && state.section !== null) {
    const limit = limitOf(plan, state, state.section)
    const room = limit === null ? Infinity : Math.max(0, limit - (progressOf(state, state.section)?.workedMs ?? 0))
    const spent = Math.min(left, room)
    state = charge(plan, state, spent)
    worked += spent
    left -= spent
    if (spent === room)
      state = closeSection(plan, state, sure(state.section), 'time-up', momentOfWork(state.clock, worked, at))
  }
  return { ...state, lastAt: at > state.lastAt ? at : state.lastAt }
}

/** What is left of a section's own time in ms, or null where it has none. */
export function sectionLeftMs(plan: Plan, state: SittingState, id: string): number | null {
  const limit = limitOf(plan, state, id)
  return limit === null ? null : Math.max(0, limit - (progressOf(state, id)?.workedMs ?? 0))
}

/**
 * When the current section's own time is up, or null where it has none. `state` has passed its time up to its last
 * event.
 */
export function sectionDeadline(plan: Plan, state: SittingState, now: string): string | null {
  const left = state.section === null ? null : sectionLeftMs(plan, state, state.section)
  return left === null ? null : afterWork(state, left, now)
}

function afterWork(state: SittingState, left: number, now: string): string {
  return iso(ms(state.clock.startedAt) + workedMs(state.clock, state.lastAt) + left + stoodMs(state.clock, now))
}

/**
 * When the sitting ends by itself: its own time, the closing time, or when the last section's time is up,
 * whichever is first.
 */
export function endsAt(plan: Plan, state: SittingState, now: string): string {
  const deadline = deadlineOf(state.clock, now)
  const open = state.sections.filter(section => section.closed === null)
  const left = open.map(({ id }) => sectionLeftMs(plan, state, id))
  if (left.includes(null)) return deadline
  const last = afterWork(
    state,
    left.reduce<number>((sum, one) => sum + (one ?? 0), 0),
    now,
  )
  const over =
    open.length > 0
      ? last
      : state.sections.map(({ closedAt }) => closedAt ?? last).reduce((a, b) => (a > b ? a : b), state.clock.startedAt)
  return over < deadline ? over : deadline
}
