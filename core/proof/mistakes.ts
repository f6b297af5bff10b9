import { contextOf, figuresAsked, figuresOf, judgeStep } from '../marking/judging'
import type { Step } from '../paper/schema'
import { played } from './ground'
import type { Ground, ProvedTask } from './ground'

/** A mistake that was made in an earlier step and left there. */
export interface Mistake {
  /** The step and the trap. */
  name: string
  ground: Ground
}

/** The ground after these steps were done by their models. */
export function doneRightly(on: ProvedTask, steps: readonly Step[], before: Ground): Ground {
  return steps.reduce(
    (ground, step) => closed(on, step, played(on.tool, ground.state, step.model).state, ground),
    before,
  )
}

/** A step closed with this work, as a sitting closes it where the work stays as it is. */
function closed({ tool, task, start }: ProvedTask, step: Step, state: unknown, before: Ground): Ground {
  const context = contextOf({ tool, task, start, closed: before.closed }, step.id)
  const figures = figuresOf(tool, state, figuresAsked([task], task.id, step.id), context)
  const findings = step.marking === 'person' ? [] : judgeStep({ tool, task, step, state, start, closed: before.closed })
  const sound = findings.every(({ finding }) => finding.met)
  return { state, closed: [...before.closed, { step: step.id, sound, figures }] }
}

/**
 * Every trap of every step before this one, and nothing done at all, left as it is, with all other steps before it
 * done rightly; and nothing done in any of them.
 */
export function* mistakesBefore(on: ProvedTask, step: Step): Generator<Mistake> {
  const { steps } = on.task
  const place = steps.indexOf(step)
  const begin: Ground = { state: on.start, closed: [] }
  for (const [at, earlier] of steps.slice(0, place).entries()) {
    const before = doneRightly(on, steps.slice(0, at), begin)
    const leaving = (name: string, ops: readonly unknown[]): Mistake => {
      const left = closed(on, earlier, played(on.tool, before.state, ops).state, before)
      return { name, ground: doneRightly(on, steps.slice(at + 1, place), left) }
    }
    yield leaving(`nothing done in ${earlier.id}`, [])
    // A watched step's wrong change is taken back.
    for (const { name, ops } of earlier.mode === 'watched' ? [] : earlier.traps)
      yield leaving(`the trap “${name}” of ${earlier.id}`, ops)
  }
  if (place > 1) {
    const ground = steps.slice(0, place).reduce((before, one) => closed(on, one, before.state, before), begin)
    yield { name: 'nothing done in any step before', ground }
  }
}
