import type { LoggedEvent } from './events'
import { ask } from './judgement'
import type { Judging } from './judgement'
import { accepted, malformed, refused } from './outcome'
import type { Advanced } from './outcome'
import type { Plan, StepPlan, TaskPlan } from './plan'
import { stepInHand, stepPlanOf, withChange, withStep, withTask } from './progress'
import type { SittingState, StepProgress, StepStatus, TaskProgress } from './progress'
import { notAnOperation } from './sense'
import {
  closeStep,
  closingCheck,
  comesTo,
  countTry,
  findings,
  giveUp,
  isForPerson,
  isMet,
  isWatched,
  stoodAt,
  tryStep,
  watchedChange,
} from './trying'
import type { TryResult } from './trying'
import { worked } from './work'

export type TaskEvent = Extract<LoggedEvent, { taskId: string }>
type StepEvent = Extract<TaskEvent, { stepId: string }>

/** Where an event meets a task: the sitting before it, and as time has brought it to the event's moment. */
export interface On {
  plan: Plan
  taskPlan: TaskPlan
  before: SittingState
  state: SittingState
  task: TaskProgress
}

/** One operation in the task's tool. In a watched step a change is judged as it is made. */
export function* work(on: On, event: TaskEvent & { kind: 'op' }): Judging<Advanced> {
  const { plan, taskPlan, before, state, task } = on
  const { tool } = taskPlan
  const read = tool.op.safeParse(event.op)
  if (!read.success) return malformed(before, notAnOperation(tool, read.error))
  const step = stepInHand(task)
  const changes = tool.effect(read.data) === 'change'
  if (changes && !step) return refused(before, 'All steps of this task are finished; its work is kept as it is.')
  const applied = yield* ask({ ask: 'apply', taskPlan, work: task.work, op: read.data })
  if (!applied.ok) return refused(before, applied.refusal)
  const done = worked(tool, task.work, { op: read.data }, applied.state)
  const opened = { ...task, opened: true }
  if (changes && step && isWatched(plan, stepPlanOf(taskPlan, step.id))) {
    const result = yield* watchedChange(plan, taskPlan, opened, step, event.at, done)
    return accepted(withTask(state, result.task), result.tried)
  }
  const after = { ...opened, work: done }
  return accepted(withTask(state, changes ? withChange(after) : after))
}

type Found = { step: StepProgress; stepPlan: StepPlan } | { refusal: Advanced }

/** The step that an event is about, or why there is none. */
function stepOf({ before, task, taskPlan }: On, event: StepEvent): Found {
  const step = task.steps.find(({ id }) => id === event.stepId)
  if (!step) return { refusal: malformed(before, `This task has no step “${event.stepId}”.`) }
  return { step, stepPlan: stepPlanOf(taskPlan, step.id) }
}

/** The step that an event is about if it is open, or why not. */
function openStepOf(on: On, event: StepEvent): Found {
  const found = stepOf(on, event)
  const refusal = 'refusal' in found ? null : refuseStep(found.step.status)
  return refusal ? { refusal: refused(on.before, refusal) } : found
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

export function* check(on: On, event: TaskEvent & { kind: 'check' }): Judging<Advanced> {
  const { plan, taskPlan, before, state, task } = on
  const found = openStepOf(on, event)
  if ('refusal' in found) return found.refusal
  const { step, stepPlan } = found
  if (isForPerson(stepPlan)) return refused(before, 'A person marks this step: hand it over when you have done.')
  if (plan.rules.answers === 'settled') return refused(before, 'In this paper steps are settled, not checked.')
  if (stepPlan.step.mode === 'watched') {
    return refused(before, 'This step is watched: it is judged as you do it, without a check.')
  }
  if (plan.scoring >= 3 && step.checks.length > 0 && !step.unjudged) {
    return refused(before, 'Nothing has changed since the last check of this step. No try was spent.')
  }
  const result = yield* plan.takenBy < 4
    ? tryStep(plan, taskPlan, task, step, event.at, task.work, task.work)
    : tryChanged(on, step, event.at)
  if (typeof result === 'string') return refused(before, result)
  return accepted(withTask(state, result.task), result.tried)
}

/**
 * A check of what comes out otherwise than at the last one, or than when the step was opened; else, as a sentence, why
 * it spends nothing. What was right as the step was opened passes.
 */
function* tryChanged({ plan, taskPlan, task }: On, step: StepProgress, at: string): Judging<TryResult | string> {
  const cameTo = yield* comesTo(taskPlan, task.work, step.id)
  const last = step.checks.at(-1)
  if (last && last.cameTo === cameTo)
    return 'Your work comes out as it did at the last check of this step. No try was spent.'
  const found = yield* findings(plan, taskPlan, task, step.id, task.work)
  if (!last && !isMet(found) && cameTo === (yield* stoodAt(taskPlan, step)))
    return 'Your work stands as it did when this step began. No try was spent.'
  return yield* countTry(plan, taskPlan, task, step, { at, findings: found, cameTo }, task.work, task.work)
}

/** Leaves a step for good. What was done for it is judged first; in settled papers nobody is told before the end. */
export function* skip(on: On, event: TaskEvent & { kind: 'skip' }): Judging<Advanced> {
  const { plan, taskPlan, state, task } = on
  const found = openStepOf(on, event)
  if ('refusal' in found) return found.refusal
  const { step } = found
  const left = { ...step, status: 'skipped' as const }
  if (plan.scoring < 3) return accepted(withTask(state, yield* giveUp(plan, taskPlan, task, left, task.work)))
  if (plan.rules.answers === 'settled') {
    const sealed = isForPerson(found.stepPlan)
      ? {}
      : { sealed: yield* findings(plan, taskPlan, task, step.id, task.work) }
    return accepted(withTask(state, yield* closeStep(taskPlan, task, { ...left, ...sealed }, task.work)))
  }
  const judged = yield* closingCheck(plan, taskPlan, task, step, event.at)
  if (judged.status !== 'passed')
    return accepted(withTask(state, yield* giveUp(plan, taskPlan, task, { ...judged, status: 'skipped' }, task.work)))
  const tried = { stepId: step.id, passed: true, findings: judged.checks.at(-1)?.findings ?? [] }
  return accepted(withTask(state, yield* closeStep(taskPlan, task, judged, task.work)), tried)
}

/**
 * Says that a step is done. It is judged by the work as it stands now, and nobody is told before the end; a
 * step that a person marks is handed over.
 */
export function* settle(on: On, event: TaskEvent & { kind: 'settle' }): Judging<Advanced> {
  const { plan, taskPlan, before, state, task } = on
  const found = openStepOf(on, event)
  if ('refusal' in found) return found.refusal
  const { step, stepPlan } = found
  function* close(closed: StepProgress): Judging<Advanced> {
    return accepted(withTask(state, yield* closeStep(taskPlan, task, closed, task.work)))
  }
  if (isForPerson(stepPlan)) {
    const begun = yield* ask({ ask: 'is-begun', taskPlan, work: task.work, stepId: step.id })
    return begun
      ? yield* close({ ...step, status: 'awaiting-marker' })
      : refused(before, 'Nothing was answered here yet. Answer it, or leave the step.')
  }
  if (plan.rules.answers !== 'settled') return refused(before, 'In this paper steps are checked, not settled.')
  if (isWatched(plan, stepPlan)) return refused(before, 'This step is watched: it is judged as you do it.')
  const sealed = yield* findings(plan, taskPlan, task, step.id, task.work)
  return yield* close({ ...step, status: 'settled', sealed })
}

/** Opens a settled step again; where steps come in turn, only the one settled last. The work stays as it is. */
export function unsettle(on: On, event: TaskEvent & { kind: 'unsettle' }): Advanced {
  const { plan, taskPlan, before, state, task } = on
  const found = stepOf(on, event)
  if ('refusal' in found) return found.refusal
  const { step } = found
  if (!plan.rules.unsettle) return refused(before, 'In this paper a settled step stays settled.')
  if (step.status !== 'settled' && step.status !== 'awaiting-marker') return refused(before, 'This step isn’t settled.')
  const later = taskPlan.task.order === 'free' ? [] : task.steps.slice(task.steps.indexOf(step) + 1)
  if (later.some(({ status }) => status !== 'open' && status !== 'locked')) {
    return refused(before, 'Later steps build on this one: open the last settled step first.')
  }
  const { sealed: _sealed, figures: _figures, ...rest } = step
  const steps = task.steps.map((other): StepProgress => {
    if (other === step) return { ...rest, status: 'open', unjudged: true }
    if (!later.includes(other)) return other
    const { stood: _stood, ...locked } = other
    return { ...locked, status: 'locked', unjudged: false }
  })
  return accepted(withTask(state, { ...task, steps }))
}

/** Tells the next hint of a step. */
export function hint(on: On, event: TaskEvent & { kind: 'hint' }): Advanced {
  const { plan, before, state, task } = on
  const found = openStepOf(on, event)
  if ('refusal' in found) return found.refusal
  const { step, stepPlan } = found
  const { hints } = stepPlan.step
  if (!plan.rules.hints) return refused(before, 'This paper tells no hints.')
  if (step.hints >= hints.length) {
    return refused(before, hints.length === 0 ? 'There is no hint for this step.' : 'All its hints were told.')
  }
  return accepted(withTask(state, withStep(task, { ...step, hints: step.hints + 1 })))
}
