import type { ClientEvent } from '~~/core/sitting/events'
import type { EventsResponse } from '~~/core/wire/sitting'
import { CallFailed } from '../composables/useApi'
import type { EventQueue } from './queue'

/** What goes out at once: so many events, and so many characters; the server takes a body of 1 MB. */
const BATCH = 50
const BATCH_SIZE = 600_000
const FIRST_WAIT_MS = 1000
const LONGEST_WAIT_MS = 10_000
const HELD_WAIT_MS = 4000

/** What a page says happened, before it has a name and a time. */
export type Unsent = ClientEvent extends infer Event
  ? Event extends unknown
    ? Omit<Event, 'id' | 'at'>
    : never
  : never

export interface SenderOptions {
  sittingId: string
  queue: EventQueue
  post(events: ClientEvent[]): Promise<EventsResponse>
  /** Called for each answer to a batch, and awaited before the next goes out. */
  answered(response: EventsResponse, batch: readonly ClientEvent[]): void | Promise<void>
  /** Called when events will never be taken: the sitting has ended, or they make no sense to the server. */
  rejected(failure: CallFailed, events: ClientEvent[]): void
  changed(state: SenderState): void
}

export interface SenderState {
  waiting: number
  /** The last attempt didn't reach the server. */
  unreached: boolean
  /** The sign-in has ended meanwhile: nothing is taken until there is another. */
  signedOut: boolean
  /** The clock stands, and nothing is taken until it runs again. */
  held: boolean
  /** Another page has the sitting: nothing of this one is taken any more. */
  takenOver: boolean
  /** Milliseconds from sending to the last answer. */
  roundTripMs: number | null
}

/**
 * What a failed call means for what it would have sent: it is tried again, waits for the clock, belongs to another
 * page by now, or will never be taken.
 */
export function afterFailing(error: unknown): 'again' | 'held' | 'taken-over' | 'never' {
  if (!(error instanceof CallFailed)) return 'again'
  if (error.code === 'taken-over') return 'taken-over'
  if (error.code === 'paused') return 'held'
  return error.unreached || [401, 429, 500].includes(error.status ?? 0) ? 'again' : 'never'
}

/** Of a page that has nothing to send yet. */
export const idle: SenderState = {
  waiting: 0,
  unreached: false,
  signedOut: false,
  held: false,
  takenOver: false,
  roundTripMs: null,
}

/** The events that go out next: one at least. */
function batchOf(waiting: readonly ClientEvent[]): ClientEvent[] {
  const batch: ClientEvent[] = []
  let size = 0
  for (const event of waiting) {
    size += JSON.stringify(event).length
    if (batch.length === BATCH || (batch.length > 0 && size > BATCH_SIZE)) break
    batch.push(event)
  }
  return batch
}

/**
 * Sends events one batch after the other, in the order in which they were made. Nothing leaves the
 * queue before the server has it; what can't be sent waits and is tried again.
 */
export class Sender {
  #waiting: ClientEvent[] = []
  #sending = false
  #unreached = false
  #signedOut = false
  #held = false
  #takenOver = false
  #roundTripMs: number | null = null
  #wait = FIRST_WAIT_MS
  #timer: ReturnType<typeof setTimeout> | undefined
  #stopped = false

  constructor(private readonly options: SenderOptions) {}

  get waiting(): readonly ClientEvent[] {
    return this.#waiting
  }

  /**
   * Takes over what an earlier page left behind. Nothing is sent yet: whoever restores must first know where the
   * work stands.
   */
  async restore(): Promise<void> {
    this.#waiting = [...(await this.options.queue.load(this.options.sittingId)), ...this.#waiting]
    this.#tell()
  }

  put(event: ClientEvent): void {
    this.#waiting.push(event)
    this.#tell()
    void this.options.queue
      .add(this.options.sittingId, event)
      .catch(() => undefined)
      .then(() => this.send())
  }

  /** Resolves when everything is with the server, or false when the server can't be reached. */
  async settle(): Promise<boolean> {
    while (this.#waiting.length > 0 && !this.#stopped) {
      await this.send()
      if (this.#unreached || this.#takenOver || this.#held) return false
      if (this.#sending) await new Promise(resolve => setTimeout(resolve, 30))
    }
    return true
  }

  async send(): Promise<void> {
    if (this.#sending || this.#stopped || this.#takenOver || this.#waiting.length === 0) return
    this.#sending = true
    clearTimeout(this.#timer)
    const batch = batchOf(this.#waiting)
    const begun = performance.now()
    try {
      const response = await this.options.post(batch)
      this.#roundTripMs = performance.now() - begun
      await this.#done(batch)
      await this.options.answered(response, batch)
    } catch (error) {
      await this.#failed(error, batch)
    } finally {
      this.#sending = false
      this.#tell()
    }
    if (!this.#unreached && !this.#held && this.#waiting.length > 0) void this.send()
  }

  /** Another page has the sitting. What waits stays on the device. */
  takeOver(): void {
    this.#takenOver = true
    clearTimeout(this.#timer)
    this.#tell()
  }

  stop(): void {
    this.#stopped = true
    clearTimeout(this.#timer)
  }

  async #done(batch: ClientEvent[]): Promise<void> {
    const ids = new Set(batch.map(({ id }) => id))
    this.#waiting = this.#waiting.filter(({ id }) => !ids.has(id))
    this.#unreached = false
    this.#signedOut = false
    this.#held = false
    this.#wait = FIRST_WAIT_MS
    await this.options.queue.remove(this.options.sittingId, ids).catch(() => undefined)
  }

  async #failed(error: unknown, batch: ClientEvent[]): Promise<void> {
    const next = afterFailing(error)
    if (next === 'taken-over') return this.takeOver()
    if (next === 'held') {
      this.#unreached = false
      this.#held = true
      this.#timer = setTimeout(() => void this.send(), HELD_WAIT_MS)
      return
    }
    if (next === 'never' && error instanceof CallFailed) {
      await this.#done(batch)
      this.options.rejected(error, batch)
      return
    }
    this.#unreached = true
    this.#signedOut = error instanceof CallFailed && error.status === 401
    this.#timer = setTimeout(() => void this.send(), this.#wait)
    this.#wait = Math.min(this.#wait * 2, LONGEST_WAIT_MS)
  }

  #tell(): void {
    this.options.changed({
      waiting: this.#waiting.length,
      unreached: this.#unreached,
      signedOut: this.#signedOut,
      held: this.#held,
      takenOver: this.#takenOver,
      roundTripMs: this.#roundTripMs,
    })
  }
}
