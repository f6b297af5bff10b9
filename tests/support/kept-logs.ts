import { z } from 'zod'
import { paper } from '../../core/paper/schema'
import type { Paper, Task } from '../../core/paper/schema'
import type { LoggedEvent } from '../../core/sitting/events'
import { fold, startOf } from '../../core/sitting/fold'
import { planFor, planOf } from '../../core/sitting/plan'
import { resultOf } from '../../core/sitting/result'

/** A log that a version of a tool left, with the paper that it is of and what it came to. */
export const keptLog = z.object({
  tool: z.string(),
  version: z.int(),
  paper,
  events: z.array(z.custom<LoggedEvent>(value => typeof value === 'object' && value !== null && 'kind' in value)),
  comesTo: z.object({ marks: z.array(z.string()), points: z.record(z.string(), z.int()) }),
})
export type KeptLog = z.infer<typeof keptLog>

/** What a log comes to by the program of today. */
export function comesTo({ paper: of, events }: Pick<KeptLog, 'paper' | 'events'>): KeptLog['comesTo'] {
  const base = planOf(of)
  const state = fold(base, events)
  const { tasks } = resultOf(planFor(base, startOf(events)), state)
  return {
    marks: state.tasks.map(({ work }) => work.mark),
    points: Object.fromEntries(tasks.flatMap(task => task.steps.map(step => [`${task.id}/${step.id}`, step.points]))),
  }
}

/** The events of a sitting of one task: each step spoilt first by its traps, then done as the model does it. */
export function eventsOf({ id: taskId, steps }: Task): LoggedEvent[] {
  const begun = Date.UTC(2026, 10, 24, 9)
  const bodies = [
    { kind: 'open' as const, taskId },
    ...steps.flatMap(step => {
      const op = (one: unknown) => ({ kind: 'op' as const, taskId, op: one })
      const check = step.mode === 'watched' ? [] : [{ kind: 'check' as const, taskId, stepId: step.id }]
      const [trap] = step.traps
      return [...(trap ? [...trap.ops.map(op), ...check] : []), ...step.model.map(op), ...check]
    }),
    { kind: 'ended' as const, how: 'handed-in' as const },
  ]
  const at = (place: number): string => new Date(begun + place * 5000).toISOString()
  return [
    { kind: 'started', at: at(0), allowanceMs: null, closesAt: null, scoring: 3 },
    ...bodies.map((body, place): LoggedEvent => ({ ...body, at: at(place + 1) })),
  ]
}

/** A paper of one task of another, without a clock. */
export function ofOneTask(whole: Paper, taskId: string): Paper {
  const [section] = whole.sections
  const task = whole.sections.flatMap(({ tasks }) => tasks).find(({ id }) => id === taskId)
  if (!section || !task) throw new RangeError(`${whole.id} has no task ${taskId}.`)
  const { minutes: _, draw: __, ...rules } = section
  return paper.parse({ ...whole, minutes: null, strands: undefined, sections: [{ ...rules, tasks: [task] }] })
}
