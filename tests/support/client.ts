import { randomUUID } from 'node:crypto'
import type { z } from 'zod'
import { loadTool } from '../../core/tools/registry'
import { endedView, eventsResponse, sittingView, taskWorkView } from '../../core/wire/sitting'
import type { SittingView } from '../../core/wire/sitting'

export interface Answer {
  status: number
  body: unknown
  text: string
  headers: Headers
}

export type Written = { date: string; narration: string; lines: { account: string; debit?: string; credit?: string }[] }

/** A device that speaks the HTTP calls alone, with cookies of its own. */
export class Client {
  #cookies = new Map<string, string>()
  /** Everything that the server ever answered to this client. */
  readonly answers: Answer[] = []

  constructor(private readonly url: string) {}

  async call(
    method: 'GET' | 'POST' | 'PUT' | 'DELETE',
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
    const response = await fetch(`${this.url}${path}`, {
      method,
      headers: {
        ...this.#sent(),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      body: body === undefined ? null : typeof body === 'string' ? body : JSON.stringify(body),
    })
    for (const set of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(set) ?? []
      if (name !== undefined) this.#cookies.set(name, value ?? '')
    }
    const text = await response.text()
    const answer = { status: response.status, text, headers: response.headers, body: parsed(text) }
    this.answers.push(answer)
    return answer
  }

  #sent(): Record<string, string> {
    const cookie = [...this.#cookies].map(([name, value]) => `${name}=${value}`).join('; ')
    return cookie === '' ? {} : { cookie }
  }

  /** Sends a file as it is. */
  async send(path: string, content: Uint8Array): Promise<{ status: number; body: unknown }> {
    const response = await fetch(`${this.url}${path}`, {
      method: 'POST',
      headers: this.#sent(),
      body: new Uint8Array(content),
    })
    return { status: response.status, body: parsed(await response.text()) }
  }

  /** What is there, as bytes, and under which headers. */
  async fetch(path: string): Promise<{ headers: Headers; content: Buffer }> {
    const response = await fetch(`${this.url}${path}`, { headers: this.#sent() })
    return { headers: response.headers, content: Buffer.from(await response.arrayBuffer()) }
  }

  /** Opens a stream and closes it again: whether it opened, or the status with which it was refused. */
  async opens(path: string): Promise<'done' | number> {
    const stop = new AbortController()
    const response = await fetch(`${this.url}${path}`, {
      headers: this.#sent(),
      signal: stop.signal,
    })
    const opened = response.headers.get('content-type')?.startsWith('text/event-stream') ?? false
    stop.abort()
    return opened ? 'done' : response.status
  }

  /** Opens a stream and follows it, until it is closed from here or ends by itself. */
  async follow(path: string): Promise<{ ended: Promise<void>; close(): void }> {
    const stop = new AbortController()
    const response = await fetch(`${this.url}${path}`, { headers: this.#sent(), signal: stop.signal })
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`)
    const ended = response.text().then(
      () => undefined,
      () => undefined,
    )
    return { ended, close: () => stop.abort() }
  }

  /** What a cookie of this device holds. */
  cookie(name: string): string {
    return this.#cookies.get(name) ?? ''
  }

  /** Another device that holds a copy of this one's cookie. */
  twin(): Client {
    const twin = new Client(this.url)
    twin.#cookies = new Map(this.#cookies)
    return twin
  }

  async signIn(name: string): Promise<this> {
    const { status, text } = await this.call('POST', '/api/auth/sign-in', {
      email: `${name}@sallowmere.test`,
      password: 'slipway-64',
    })
    if (status !== 200) throw new Error(`${name} can't sign in: ${text}`)
    return this
  }

  async as<Schema extends z.ZodType>(
    schema: Schema,
    method: 'GET' | 'POST',
    path: string,
    body?: unknown,
  ): Promise<z.infer<Schema>> {
    const { status, body: answer, text } = await this.call(method, path, body)
    if (status >= 400) throw new Error(`${method} ${path}: ${status} ${text}`)
    return schema.parse(answer)
  }

  start(assignmentId: string): Promise<SittingView> {
    return this.as(sittingView, 'POST', `/api/assignments/${assignmentId}/sittings`, {})
  }

  sitting(id: string): Promise<SittingView> {
    return this.as(sittingView, 'GET', `/api/sittings/${id}`)
  }

  events(id: string, ...events: object[]) {
    return this.as(eventsResponse, 'POST', `/api/sittings/${id}/events`, {
      events: events.map(event => ({ id: randomUUID(), at: new Date().toISOString(), ...event })),
    })
  }

  /** The work of a task as the server has it, made whole again as a device does. */
  async work(id: string, taskId: string): Promise<{ state: unknown; mark: string }> {
    const found = await this.as(taskWorkView, 'GET', `/api/sittings/${id}/tasks/${taskId}`)
    const { tasks } = await this.sitting(id)
    const tool = await loadTool(tasks.find(task => task.id === taskId)?.tool ?? '')
    const parts = Object.entries(found.shared).map(([name, digest]) => [name, found.parts[digest]])
    const start = tool.initial(tool.setup.parse({ ...(found.setup as object), ...Object.fromEntries(parts) }))
    return { state: found.packed === null ? start : tool.unpack(found.packed, start), mark: found.mark }
  }

  submit(id: string) {
    return this.as(endedView, 'POST', `/api/sittings/${id}/submit`, {})
  }

  /** Status and error code of events that are expected to be refused as a whole. */
  async refused(id: string, ...events: object[]): Promise<{ status: number; code: string; message: string }> {
    const { status, body } = await this.call('POST', `/api/sittings/${id}/events`, {
      events: events.map(event => ({ id: randomUUID(), ...event })),
    })
    return { status, ...errorOf(body) }
  }
}

export function errorOf(body: unknown): { code: string; message: string } {
  const error = typeof body === 'object' && body !== null && 'error' in body ? body.error : {}
  return { code: '', message: '', ...(error as object) }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

export const post = (taskId: string, entry: Written) => ({ kind: 'op', taskId, op: { type: 'entry.post', entry } })
export const check = (taskId: string, stepId: string) => ({ kind: 'check', taskId, stepId })
