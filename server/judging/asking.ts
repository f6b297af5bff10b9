import type { ClosedStep, FiguresElsewhere } from '../../core/tools/tool'
import type { Task } from '../../core/paper/schema'
import type { WorkEntry } from '../../core/sitting/work'

/** What is wanted of a piece of work. */
export type Request =
  | {
      ask: 'judge'
      stepId: string
      closed: readonly ClosedStep[]
      elsewhere: readonly FiguresElsewhere[] | undefined
      followThrough: number
    }
  | { ask: 'apply'; op: unknown }
  | { ask: 'figures'; stepId: string; names: readonly string[]; closed: readonly ClosedStep[] }
  | { ask: 'is-begun' | 'comes-to'; stepId: string }
  /** The work packed, as plain JSON, or as a file of a kind that its tool writes. */
  | { ask: 'pack' }
  | { ask: 'plain' }
  | { ask: 'file'; kind: string }

/**
 * What the server asks a thread. The thread keeps the work of sittings it has seen and is told only what was done
 * since; what it lacks it asks for.
 */
export interface Question {
  /** Names the task by what it says, so that two which differ never pass for one. */
  taskKey: string
  /** The task itself, where the thread asked for it. */
  task?: Task
  /** Names one sitting's work of the task. */
  workKey: string
  /** The work that is asked about, as its mark, and what was done since an earlier one. */
  mark: string
  since: string
  /** The earlier work, where the thread isn't known to have it and it isn't the start. */
  packed?: unknown
  entries: readonly WorkEntry[]
  request: Request
}

export type Reply = { answer: unknown } | { needs: 'task' | 'history' }

/** What goes from a thread to whoever asked: that the work is at hand and the request itself begins, and the end. */
export type Told = 'at-work' | { reply: Reply } | { failed: string }
