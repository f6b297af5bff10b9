import { markAfter, UNTOUCHED, worked } from '../../core/sitting/work'
import type { Work } from '../../core/sitting/work'
import { isTooLarge, MOST_OP_BYTES } from '../../core/wire/limits'
import type { AnyTool } from '../../core/tools/tool'

export type Tried = { ok: true; changes: boolean } | { ok: false; refusal: string }

/** What the server made of an event that this device sent. */
export interface Answered {
  id: string
  status: 'accepted' | 'refused' | 'duplicate'
  takenBack?: boolean
}

interface Waiting {
  id: string
  op: unknown
}

const TOO_LARGE = 'That is more than 0.8 MB, which is the most that can be put in at once. Put it in in parts.'

/**
 * The work of one task on this device: what the server has confirmed, and what waits applied on top. It works out
 * for itself what its own operations come to, and finds out by the mark when the server has it otherwise. Plain
 * computation: it runs on the page or in a worker.
 */
export class TaskWork {
  readonly #start: unknown
  #confirmed: Work
  #waiting: Waiting[] = []
  #shown: unknown

  constructor(
    private readonly tool: AnyTool,
    setup: unknown,
    packed: unknown,
    mark: string,
  ) {
    this.#start = tool.initial(tool.setup.parse(setup))
    this.#confirmed = this.#unpacked(packed, mark)
    this.#shown = this.#confirmed.state
  }

  #unpacked(packed: unknown, mark: string): Work {
    const state = mark === UNTOUCHED ? this.#start : this.tool.unpack(packed, this.#start)
    return { state, mark, history: null, base: null }
  }

  /** Tries an operation on what is shown and, where it can be done, does it. A closed task takes looks alone. */
  operate(id: string, op: unknown, closedBecause: string | null = null): Tried {
    if (isTooLarge(op, MOST_OP_BYTES)) return { ok: false, refusal: TOO_LARGE }
    const tried = this.#try(op)
    if (!tried.ok) return tried
    if (tried.changes && closedBecause !== null) return { ok: false, refusal: closedBecause }
    this.#waiting.push({ id, op })
    this.#shown = tried.state
    return { ok: true, changes: tried.changes }
  }

  #try(op: unknown): { ok: true; changes: boolean; state: unknown } | { ok: false; refusal: string } {
    const read = this.tool.op.safeParse(op)
    if (!read.success) return { ok: false, refusal: 'This can’t be done here.' }
    const applied = this.tool.apply(this.#shown, read.data)
    return applied.ok ? { ...applied, changes: this.tool.effect(read.data) === 'change' } : applied
  }

  /** Does an operation that waits to be sent under this id. One that is refused is passed over. */
  put(id: string, op: unknown): void {
    this.#waiting.push({ id, op })
    this.#shown = this.#after(this.#shown, op)
  }

  #after(state: unknown, op: unknown): unknown {
    const read = this.tool.op.safeParse(op)
    const applied = read.success ? this.tool.apply(state, read.data) : { ok: false as const }
    return applied.ok ? applied.state : state
  }

  /**
   * Takes what the server said of events of this task, in their order, and the mark that its work has after them.
   * False where the device can't know what the work is: it has to be fetched.
   */
  answered(outcomes: readonly Answered[], mark: string): boolean {
    const told = new Map(outcomes.map(outcome => [outcome.id, outcome]))
    const done = this.#waiting.filter(({ id }) => told.has(id))
    const stands = ({ id }: Waiting): boolean => {
      const outcome = told.get(id)
      return outcome?.status !== 'refused' && !outcome?.takenBack
    }
    const known = done.filter(stands)
    // A repeated event was taken when its answer got lost, or is in the work already that was fetched since.
    const accepted = known.filter(({ id }) => told.get(id)?.status === 'accepted')
    const standing = [known, accepted, []].find(some => this.#markAfter(some) === mark)
    const dropped = standing?.length !== done.length
    this.#waiting = this.#waiting.filter(({ id }) => !told.has(id))
    for (const { op } of standing ?? []) this.#confirm(op)
    if (standing === undefined) return false
    if (dropped) this.#rebase()
    return true
  }

  #markAfter(some: readonly Waiting[]): string {
    return some.reduce((mark, { op }) => {
      const read = this.tool.op.safeParse(op)
      return read.success ? markAfter(mark, { op: read.data }) : mark
    }, this.#confirmed.mark)
  }

  #confirm(op: unknown): void {
    const read = this.tool.op.safeParse(op)
    if (!read.success) return
    const applied = this.tool.apply(this.#confirmed.state, read.data)
    if (applied.ok)
      this.#confirmed = worked(this.tool, { ...this.#confirmed, history: null }, { op: read.data }, applied.state)
  }

  #rebase(): void {
    this.#shown = this.#waiting.reduce((state, { op }) => this.#after(state, op), this.#confirmed.state)
  }

  /** Takes the work as the server has it; what waits still stands on top. */
  replace(packed: unknown, mark: string): void {
    this.#confirmed = this.#unpacked(packed, mark)
    this.#rebase()
  }

  /** How far a step has come, in words, where the tool says so. */
  progress(step: string): string | null {
    return this.tool.progress?.(this.#shown, step) ?? null
  }

  view(query: unknown): unknown {
    return this.tool.view(this.#shown, query)
  }
}
