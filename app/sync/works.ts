import type { ClientEvent } from '../../core/sitting/events'
import { loadCode } from '../../core/tools/registry'
import type { EventsResponse, TaskView, TaskWorkView } from '../../core/wire/sitting'
import { openPlace } from './places'
import type { WorkPlace } from './places'
import type { Tried } from './task-work'

/** A task that is open on this device. */
export interface OpenTask {
  brief: TaskWorkView['brief']
  place: WorkPlace
}

/** Between two works that nobody asked for yet. */
const BETWEEN_MS = 250

export interface WorksOptions {
  /** Fetches what a task is worked on with. `have` are digests of the shared parts that are here already. */
  fetch(taskId: string, have: readonly string[]): Promise<TaskWorkView>
  /** What waits to be sent, in order. */
  waiting(): readonly ClientEvent[]
  /** The work of a task is another now. */
  changed(taskId: string): void
}

/** The works of a sitting's tasks on this device. Each comes when it is asked for, and what tasks share comes once. */
export class Works {
  readonly #open = new Map<string, OpenTask>()
  readonly #opening = new Map<string, Promise<OpenTask>>()
  readonly #parts = new Map<string, unknown>()
  #stopped = false

  constructor(private readonly options: WorksOptions) {}

  of(taskId: string): OpenTask | undefined {
    return this.#open.get(taskId)
  }

  /** Opens a task's work. Rejects where it can't be fetched; it may be tried again. */
  async open(task: Pick<TaskView, 'id' | 'tool' | 'heavy'>): Promise<OpenTask> {
    const known = this.#open.get(task.id) ?? this.#opening.get(task.id)
    if (known) return known
    const opening = this.#fetchAndOpen(task).finally(() => this.#opening.delete(task.id))
    this.#opening.set(task.id, opening)
    return opening
  }

  /**
   * Opens the works of other tasks while nothing else is to do, so that a trainee can go on to them without a
   * connection. Large ones wait until they are asked for.
   */
  async openOthers(tasks: readonly Pick<TaskView, 'id' | 'tool' | 'heavy'>[]): Promise<void> {
    for (const task of tasks) {
      if (task.heavy || this.#open.has(task.id)) continue
      await new Promise(done => setTimeout(done, BETWEEN_MS))
      if (this.#stopped) return
      await this.open(task).catch(() => undefined)
    }
  }

  /** Nothing more is fetched without being asked for. */
  stop(): void {
    this.#stopped = true
  }

  async #fetchAndOpen({ id, tool, heavy }: Pick<TaskView, 'id' | 'tool' | 'heavy'>): Promise<OpenTask> {
    // The tool's code comes together with the work, not after it; where it runs in a worker, that loads its own.
    if (!heavy) void loadCode(tool).catch(() => undefined)
    const fetched = await this.#fetch(id)
    const place = await openPlace({
      taskId: id,
      toolId: tool,
      heavy,
      setup: this.#whole(fetched),
      packed: fetched.packed,
      mark: fetched.mark,
    })
    for (const event of this.options.waiting()) {
      if (event.kind === 'op' && event.taskId === id) await place.put(event.id, event.op)
    }
    const open = { brief: fetched.brief, place }
    this.#open.set(id, open)
    this.options.changed(id)
    return open
  }

  async #fetch(taskId: string): Promise<TaskWorkView> {
    const fetched = await this.options.fetch(taskId, [...this.#parts.keys()])
    for (const [digest, part] of Object.entries(fetched.parts)) this.#parts.set(digest, part)
    return fetched
  }

  #whole({ setup, shared }: TaskWorkView): unknown {
    const parts = Object.entries(shared).map(([name, digest]) => [name, this.#parts.get(digest)])
    return parts.length === 0 ? setup : { ...(setup as object), ...Object.fromEntries(parts) }
  }

  /** Does an operation in a task's tool, and says what came of it. Where the work is closed, only looks are done. */
  async operate(taskId: string, id: string, op: unknown, closedBecause: string | null): Promise<Tried> {
    const open = this.#open.get(taskId)
    return open
      ? open.place.operate(id, op, closedBecause)
      : { ok: false, refusal: 'This task isn’t open on this device yet.' }
  }

  /**
   * Takes the server's answer to what was sent. Where a task's work turns out to be another than the device can
   * know, it is fetched, before anything else is sent.
   */
  async answered(events: readonly ClientEvent[], { outcomes, tasks }: EventsResponse): Promise<void> {
    const opsOf = (taskId: string): Set<string> =>
      new Set(events.flatMap(event => (event.kind === 'op' && event.taskId === taskId ? [event.id] : [])))
    for (const { id, mark } of tasks) {
      const open = this.#open.get(id)
      if (!open) continue
      const own = opsOf(id)
      const agrees = await open.place.answered(
        outcomes
          .filter(outcome => own.has(outcome.id))
          .map(({ id, status, takenBack = false }) => ({ id, status, takenBack })),
        mark,
      )
      if (!agrees) await this.fetchAgain(id)
      this.options.changed(id)
    }
  }

  /** Events that the server never takes: what they did is undone. */
  async rejected(events: readonly ClientEvent[]): Promise<void> {
    for (const [id, { place }] of this.#open) {
      const own = events.filter(event => event.kind === 'op' && event.taskId === id)
      if (own.length === 0) continue
      await place.answered(
        own.map(event => ({ id: event.id, status: 'refused' as const })),
        '',
      )
      await this.fetchAgain(id)
    }
  }

  /** Fetches a task's work as the server has it; what waits stays on top. */
  async fetchAgain(taskId: string): Promise<void> {
    const open = this.#open.get(taskId)
    if (!open) return
    const { packed, mark } = await this.#fetch(taskId)
    await open.place.replace(packed, mark)
    this.options.changed(taskId)
  }

  /** Looks whether the works here are those of the server, by their marks, and fetches those that aren't. */
  async compare(tasks: readonly Pick<TaskView, 'id' | 'mark'>[]): Promise<void> {
    for (const { id, mark } of tasks) {
      const open = this.#open.get(id)
      if (open && !(await open.place.answered([], mark))) await this.fetchAgain(id)
    }
  }
}
