import type { ClientEvent } from '../../core/sitting/events'
import { allowanceMs } from '../../core/ground/time/moments'
import { advance, begin } from '../../core/sitting/fold'
import type { Plan } from '../../core/sitting/plan'
import type { SittingState } from '../../core/sitting/progress'
import type { DemoSitting } from './demo'

/** An event with the seconds that pass before it. */
export interface Timed {
  afterSeconds: number
  event: ClientEvent
}

type Body =
  Extract<ClientEvent, { kind: 'open' | 'op' | 'check' }> extends infer Event
    ? Event extends unknown
      ? Omit<Event, 'id' | 'at'>
      : never
    : never

/**
 * The events of a played sitting: for each step the ops of what was tried, then a check. Before another
 * solution is tried, what the last one left is taken back, as someone who learns would do.
 */
export function playOf(plan: Plan, played: DemoSitting, newId: () => string): Timed[] {
  const events: Timed[] = []
  const at = new Date(0).toISOString()
  let state: SittingState = begin(plan, {
    kind: 'started',
    at,
    allowanceMs: plan.paper.minutes === null ? null : allowanceMs(plan.paper.minutes),
    closesAt: null,
  })
  const put = (afterSeconds: number, body: Body): void => {
    events.push({ afterSeconds, event: { id: newId(), ...body } })
    state = advance(plan, state, { ...body, at }).state
  }
  const workOn = (taskId: string): unknown => state.tasks.find(({ id }) => id === taskId)?.work.state

  for (const [taskId, steps] of Object.entries(played.tasks)) {
    const { task, tool } = plan.task(taskId) ?? {}
    if (!task || !tool) throw new RangeError(`The demo plays a task ${taskId} that the paper hasn't.`)
    put(5, { kind: 'open', taskId })
    for (const [stepId, tries] of Object.entries(steps)) {
      const step = task.steps.find(({ id }) => id === stepId)
      if (!step) throw new RangeError(`The demo plays a step ${taskId}/${stepId} that the paper hasn't.`)
      const before = workOn(taskId)
      for (const name of tries) {
        for (const op of tool.takenBack?.(workOn(taskId), before) ?? []) put(8, { kind: 'op', taskId, op })
        const named = [...step.traps, ...step.ways, ...step.samples].find(one => one.name === name)
        const ops = name === 'model' ? step.model : named?.ops
        if (!ops) throw new RangeError(`The step ${taskId}/${stepId} has no solution “${name}”.`)
        for (const op of ops) put(played.pace, { kind: 'op', taskId, op })
        if (step.mode === 'handed-in' && plan.rules.answers === 'checked') put(4, { kind: 'check', taskId, stepId })
      }
    }
  }
  return events
}
