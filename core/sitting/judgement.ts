import { judgeStep } from '../marking/judging'
import type { Judged } from '../marking/judging'
import type { ClosedStep, FiguresElsewhere } from '../tools/tool'
import type { StepPlan, TaskPlan } from './plan'
import type { Work } from './work'

/** What a sitting wants judged before it can go on: one step of a task against a piece of work. */
export interface Judgement {
  taskPlan: TaskPlan
  stepPlan: StepPlan
  work: Work
  /** What the work was when earlier steps closed. */
  closed: readonly ClosedStep[]
  /** Figures of other tasks that the step may follow from. */
  elsewhere?: readonly FiguresElsewhere[]
  /** Share of the points for what follows from an own earlier figure. */
  followThrough: number
}

/**
 * A computation that asks for judgements on its way. It doesn't know where they are made: here and at once,
 * or in another thread. The findings come back in the order of the step's criteria.
 */
export type Judging<Result> = Generator<Judgement, Result, readonly Judged[]>

export function judgedAt({ taskPlan, stepPlan, work, closed, elsewhere, followThrough }: Judgement): Judged[] {
  const { tool, task, start } = taskPlan
  const { step } = stepPlan
  return judgeStep({ tool, task, step, state: work.state, start, closed, elsewhere, followThrough }).map(
    ({ finding }) => finding,
  )
}

/** Runs a computation to its end, judging here. */
export function judgedHere<Result>(judging: Judging<Result>): Result {
  let next = judging.next()
  while (!next.done) next = judging.next(judgedAt(next.value))
  return next.value
}

export type Judge = (judgement: Judgement) => readonly Judged[] | Promise<readonly Judged[]>

/** Runs a computation to its end, judging wherever `judge` does. */
export async function judgedBy<Result>(judging: Judging<Result>, judge: Judge): Promise<Result> {
  let next = judging.next()
  while (!next.done) next = judging.next(await judge(next.value))
  return next.value
}
