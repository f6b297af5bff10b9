import { contextOf, figuresOf, judgeStep } from '../marking/judging'
import type { Judged } from '../marking/judging'
import type { Applied, ClosedStep, Figures, FiguresElsewhere } from '../tools/tool'
import type { StepPlan, TaskPlan } from './plan'
import { shortHash, stateHere } from './work'
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

/** Everything that takes the state of a piece of work: whoever advances a sitting asks for it. */
interface Questions {
  'judge': Judgement
  /** What an operation, as its tool read it, makes of the work. */
  'apply': { taskPlan: TaskPlan; work: Work; op: unknown }
  /** Figures that the work holds as a step is judged. */
  'figures': {
    taskPlan: TaskPlan
    work: Work
    stepId: string
    names: readonly string[]
    closed: readonly ClosedStep[]
  }
  /** Whether anything was done for a step, as far as its tool can tell. */
  'is-begun': { taskPlan: TaskPlan; work: Work; stepId: string }
  /** What the work comes out as, for a step. */
  'comes-to': { taskPlan: TaskPlan; work: Work; stepId: string }
}
export interface Answers {
  /** In the order of the step's criteria. */
  'judge': readonly Judged[]
  /** The state after it, or where that is kept elsewhere, AWAY. */
  'apply': Applied<unknown>
  'figures': Figures
  'is-begun': boolean
  /** In a few characters: the same for work that comes out the same. */
  'comes-to': string
}
export type Asked<Ask extends keyof Answers = keyof Answers> = { [One in Ask]: { ask: One } & Questions[One] }[Ask]
export type Answer = Answers[keyof Answers]

/**
 * A computation that asks for what it takes of the work on its way. It doesn't know where that is made: here and at
 * once, or in another thread.
 */
export type Judging<Result> = Generator<Asked, Result, Answer>

/** Asks for one thing. Whoever answers gives what was asked for. */
export function* ask<Ask extends keyof Answers>(asked: Asked & { ask: Ask }): Judging<Answers[Ask]> {
  return (yield asked) as Answers[Ask]
}

function judgedAt({ taskPlan, stepPlan, work, closed, elsewhere, followThrough }: Judgement): Judged[] {
  const { tool, task, start } = taskPlan
  const { step } = stepPlan
  return judgeStep({ tool, task, step, state: stateHere(work), start, closed, elsewhere, followThrough }).map(
    ({ finding }) => finding,
  )
}

/** What work comes out as, in a few characters. */
export function digestOf({ tool, start }: Pick<TaskPlan, 'tool' | 'start'>, state: unknown, stepId: string): string {
  return shortHash(JSON.stringify(tool.comesTo ? tool.comesTo(state, start, stepId) : tool.pack(state, start)))
}

/** Answers here and at once. */
export function answeredHere(asked: Asked): Answer {
  const { tool } = asked.taskPlan
  switch (asked.ask) {
    case 'judge':
      return judgedAt(asked)
    case 'apply':
      return tool.apply(stateHere(asked.work), asked.op)
    case 'figures': {
      const context = contextOf({ ...asked.taskPlan, closed: asked.closed }, asked.stepId)
      return figuresOf(tool, stateHere(asked.work), asked.names, context)
    }
    case 'is-begun':
      return tool.isBegun?.(stateHere(asked.work), asked.stepId) ?? true
    case 'comes-to':
      return digestOf(asked.taskPlan, stateHere(asked.work), asked.stepId)
  }
}

/** Runs a computation to its end, answering here. */
export function judgedHere<Result>(judging: Judging<Result>): Result {
  let next = judging.next()
  while (!next.done) next = judging.next(answeredHere(next.value))
  return next.value
}

export type Judge = (asked: Asked) => Answer | Promise<Answer>

/** Runs a computation to its end, answering wherever `judge` does. Rejects where that can't. */
export async function judgedBy<Result>(judging: Judging<Result>, judge: Judge): Promise<Result> {
  let next = judging.next()
  while (!next.done) next = judging.next(await judge(next.value))
  return next.value
}
