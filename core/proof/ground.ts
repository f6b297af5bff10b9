import type { Task } from '../paper/schema'
import type { AnyTool, ClosedStep } from '../tools/tool'

export interface ProvedTask {
  tool: AnyTool
  task: Task
  start: unknown
}

/** What stands before a step is done, and what the steps before it were when they closed. */
export interface Ground {
  state: unknown
  closed: readonly ClosedStep[]
}

interface Played {
  state: unknown
  refusals: string[]
}

/** The work after these operations, and why some were refused. */
export function played(tool: AnyTool, before: unknown, ops: readonly unknown[]): Played {
  let state = before
  const refusals: string[] = []
  for (const op of ops) {
    const read = tool.op.safeParse(op)
    const applied = read.success
      ? tool.apply(state, read.data)
      : { ok: false as const, refusal: `not an op: ${read.error.message}` }
    if (applied.ok) state = applied.state
    else refusals.push(applied.refusal)
  }
  return { state, refusals }
}

/** How many of each kind were run, all of which held. */
export interface ProofCounts {
  models: number
  ways: number
  traps: number
  /** Solutions changed so that it can't matter, and so that it must. */
  harmless: number
  harmful: number
  /** Steps in which nothing was done after a mistake in an earlier one, and in which the right work was. */
  nothingAfter: number
  chargedOnce: number
}

export const noCounts = (): ProofCounts => ({
  models: 0,
  ways: 0,
  traps: 0,
  harmless: 0,
  harmful: 0,
  nothingAfter: 0,
  chargedOnce: 0,
})

export const duplicates = (ids: string[]): string[] => ids.filter((id, index) => ids.indexOf(id) !== index)
