import type { ClientEvent } from '~~/core/sitting/events'
import { bytesOf, MOST_EVENT_BYTES } from '../../core/wire/limits'
import type { EventsResponse } from '~~/core/wire/sitting'
import { CallFailed } from '../composables/useApi'
import type { EventQueue } from './queue'

/** What goes out at once: so many events, and so many bytes; less over a line that was too slow for them. */
const BATCH = 50
const BATCH_BYTES = MOST_EVENT_BYTES
const LEAST_BATCH_BYTES = 20_000
const FIRST_WAIT_MS = 1000
const LONGEST_WAIT_MS = 10_000
const HELD_WAIT_MS = 4000
/** How long an answer is waited for: so long in any case, and what a line of 5 kB/s takes. */
const PATIENCE_MS = 15_000
const SLOWEST_BYTES_PER_MS = 5

/** What a page says happened, before it has a name and a time. */
export type Unsent = ClientEvent extends infer Event
  ? Event extends unknown
    ? Omit<Event, 'id' | 'at'>
    : never
  : never

export interface SenderOptions {
  sittingId: string
  queue: EventQueue
  post(events: ClientEvent[], patienceMs: number): Promise<EventsResponse>
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
  /** Nobody is signed in any more, or somebody else: nothing is taken until its owner is again. */
  signedOut: 'nobody' | 'another' | null
  /** The clock stands, and nothing is taken until it runs again. */
  held: boolean
  /** Another page has the sitting: nothing of this one is taken any more. */
  takenOver: boolean
  /** Changes that the server will never take, since the page was opened. */
  lost: number
  /** Milliseconds from sending to the last answer. */
  roundTripMs: number | null
}

/**
 * What a failed call means for what it would have sent: it is tried again, waits until its owner is signed in again,
 * waits for the clock, belongs to another page by now, or will never be taken.
 */
export type AfterFailing = 'again' | 'later' | 'held' | 'taken-over' | 'never'

/** By the code of the answer, where that says more than its status. */
const BY_CODE: Readonly<Record<string, AfterFailing>> = {
  'taken-over': 'taken-over',
  'paused': 'held',
  'cut-off': 'again',
}
/** By the status of the answer. What stands in neither table is tried again: nothing is thrown away for it. */
const BY_STATUS: Readonly<Record<number, AfterFailing>> = {
  400: 'never',
  401: 'later',
  403: 'later',
  404: 'later',
  409: 'never',
  413: 'never',
  415: 'never',
  422: 'never',
}

export function afterFailing(error: unknown): AfterFailing {
  if (!(error instanceof CallFailed)) return 'again'
  return BY_CODE[error.code] ?? BY_STATUS[error.status ?? 0] ?? 'again'
}

/** The events of a batch that a failure names, by the fields `events.0`, `events.1.op` and so on. */
function namedBy({ fields }: CallFailed, batch: readonly ClientEvent[]): ClientEvent[] {
  const places = Object.keys(fields).flatMap(field => /^events\.(\d+)(\.|$)/.exec(field)?.[1] ?? [])
  return batch.filter((_, at) => places.includes(String(at)))
}

/** Of a page that has nothing to send yet. */
export const idle: SenderState = {
  waiting: 0,
  unreached: false,
  signedOut: null,
  held: false,
  takenOver: false,
  lost: 0,
  roundTripMs: null,
}

/**
 * Sends events one batch after the other, in the order in which they were made. Nothing leaves the
 * queue before the server has it; what can't be sent waits and is tried again.
 */
export class Sender {
  #waiting: ClientEvent[] = []
  #sending = false
  #unreached = false
  #signedOut: SenderState['signedOut'] = null
  #held = false
  #takenOver = false
  #lost = 0
  #most = BATCH_BYTES
  /** So many go out one by one: one of them, nobody knows which, is never taken. */
  #oneByOne = 0
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
    const batch = this.#batch()
    const begun = performance.now()
    try {
      const response = await this.options.post(batch, PATIENCE_MS + bytesOf(batch) / SLOWEST_BYTES_PER_MS)
      this.#roundTripMs = performance.now() - begun
      this.#most = Math.min(BATCH_BYTES, this.#most * 2)
      await this.#done(batch)
      await this.options.answered(response, batch)
    } catch (error) {
      await this.#failed(error, batch, performance.now() - begun)
    } finally {
      this.#sending = false
      this.#tell()
    }
    if (!this.#unreached && !this.#held && this.#waiting.length > 0) void this.send()
  }

  /** The events that go out next: one at least. */
  #batch(): ClientEvent[] {
    const most = this.#oneByOne > 0 ? 1 : BATCH
    const batch: ClientEvent[] = []
    let size = 0
    for (const event of this.#waiting) {
      size += bytesOf(event)
      if (batch.length === most || (batch.length > 0 && size > this.#most)) break
      batch.push(event)
    }
    return batch
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
    this.#signedOut = null
    this.#held = false
    this.#wait = FIRST_WAIT_MS
    this.#oneByOne = Math.max(0, this.#oneByOne - batch.length)
    await this.options.queue.remove(this.options.sittingId, ids).catch(() => undefined)
  }

  async #failed(error: unknown, batch: ClientEvent[], tookMs: number): Promise<void> {
    const next = afterFailing(error)
    if (next === 'taken-over') return this.takeOver()
    if (next === 'held') {
      this.#unreached = false
      this.#held = true
      this.#timer = setTimeout(() => void this.send(), HELD_WAIT_MS)
      return
    }
    if (next === 'never' && error instanceof CallFailed) return this.#giveUp(error, batch)
    this.#unreached = true
    this.#signedOut =
      next !== 'later' ? null : error instanceof CallFailed && error.status === 401 ? 'nobody' : 'another'
    // What took too long goes in smaller parts the next time.
    if (tookMs >= PATIENCE_MS) this.#most = Math.max(LEAST_BATCH_BYTES, Math.min(this.#most, bytesOf(batch)) / 2)
    this.#timer = setTimeout(() => void this.send(), this.#wait)
    this.#wait = Math.min(this.#wait * 2, LONGEST_WAIT_MS)
  }

  /**
   * Something of a batch is never taken. Where the answer names it, that falls alone; where it doesn't, they go one by
   * one until it is found; where the whole sitting takes nothing more, all of them do.
   */
  async #giveUp(error: CallFailed, batch: ClientEvent[]): Promise<void> {
    const named = namedBy(error, batch)
    const falling = error.status === 409 || batch.length === 1 ? batch : named
    if (falling.length === 0) {
      this.#oneByOne = batch.length
      return
    }
    this.#lost += falling.length
    await this.#done(falling)
    this.options.rejected(error, falling)
  }

  #tell(): void {
    this.options.changed({
      waiting: this.#waiting.length,
      unreached: this.#unreached,
      signedOut: this.#signedOut,
      held: this.#held,
      takenOver: this.#takenOver,
      lost: this.#lost,
      roundTripMs: this.#roundTripMs,
    })
  }
}
