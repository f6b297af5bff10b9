import type { Judged } from '../../core/marking/judging'
import type { ClosedStep, FiguresElsewhere } from '../../core/tools/tool'
import type { Task } from '../../core/paper/schema'
import type { WorkEntry } from '../../core/sitting/work'

/**
 * What the server asks a judging thread. The thread keeps the work of sittings it has seen and is told only
 * what was done since; what it lacks it asks for.
 */
export interface Question {
  /** Names the task for good: a published paper never changes. */
  taskKey: string
  /** The task itself, where the thread asked for it. */
  task?: Task
  /** Names one sitting's work of the task. */
  workKey: string
  stepId: string
  /** The work that is judged, as its mark, and what was done since an earlier one. */
  mark: string
  since: string
  entries: readonly WorkEntry[]
  closed: readonly ClosedStep[]
  elsewhere?: readonly FiguresElsewhere[]
  followThrough: number
}

export type Reply = { findings: readonly Judged[] } | { needs: 'task' | 'history' }
