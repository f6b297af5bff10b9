import {
  createEventStream,
  defineEventHandler,
  getCookie,
  getHeader,
  getMethod,
  getQuery,
  getRequestIP,
  getRequestURL,
  setResponseHeader,
  setResponseHeaders,
  setResponseStatus,
  useSession,
} from 'h3'
import type { H3Event, SessionConfig } from 'h3'
import { LRUCache } from 'lru-cache'
import type { z } from 'zod'
import type { Person } from '../db/people'
import type { Services } from '../services'
import { allowed } from '../services/ground/permissions'
import type { Action } from '../services/ground/permissions'
import { Problem } from '../services/ground/problem'
import { log, running } from './running'
import { readJson, USUAL } from './body'
import type { BodyLimits } from './body'
import { cookieSecret } from './settings'

export interface Call {
  event: H3Event
  services: Services
  /** Who is signed in; throws a Problem with 401 if nobody is. */
  person(): Promise<Person>
  /** Who is signed in, if they may do this; throws a Problem with 401 or 403. */
  staff(action: Action): Promise<Person>
  /** The JSON body, read by a schema; throws a Problem with 400, 408, 413, 415 or 422. */
  body<Schema extends z.ZodType>(schema: Schema, limits?: Partial<BodyLimits>): Promise<z.infer<Schema>>
  /** What follows the path, read by a schema; throws a Problem with 422. */
  query<Schema extends z.ZodType>(schema: Schema): z.infer<Schema>
  /** A parameter of the route. */
  id: string
  network: string
}

export function sessionOf(event: H3Event) {
  const config: SessionConfig = {
    password: cookieSecret(),
    name: 'anvil',
    maxAge: 12 * 3600,
    cookie: { httpOnly: true, sameSite: 'lax', path: '/', secure: getHeader(event, 'x-forwarded-proto') === 'https' },
  }
  return useSession<{ signInId?: string }>(event, config)
}

/**
 * What sealed cookies hold. Opening one costs more than anything else of a small call; whether its sign-in is
 * still good is asked each time.
 */
const opened = new LRUCache<string, string>({ max: 5000, ttl: 600_000 })

async function signInIdOf(event: H3Event): Promise<string | undefined> {
  const sealed = getCookie(event, 'anvil')
  const known = sealed === undefined ? undefined : opened.get(sealed)
  if (known !== undefined) return known
  const { signInId } = (await sessionOf(event)).data
  if (sealed !== undefined && signInId !== undefined) opened.set(sealed, signInId)
  return signInId
}

async function callOf(event: H3Event): Promise<Call> {
  const { services } = await running()
  const person = async (): Promise<Person> => services.auth.personOf(await signInIdOf(event))
  return {
    event,
    services,
    person,
    staff: async action => allowed(await person(), action),
    body: (schema, limits) => readBodyAs(event, schema, { ...USUAL, ...limits }),
    query: schema => readAs(schema, getQuery(event)),
    id: event.context.params?.id ?? '',
    network: getRequestIP(event) ?? 'unknown',
  }
}

/**
 * A handler of ours: `schema` says what goes out, and nothing else does, whatever the service gives.
 * Expected failures become `{ error: { code, message, fields? } }` with their status.
 */
export function answer<Schema extends z.ZodType>(schema: Schema, work: (call: Call) => Promise<z.input<Schema>>) {
  return defineEventHandler(async event => {
    try {
      refuseForeign(event)
      const call = await callOf(event)
      return schema.parse(await work(call))
    } catch (error) {
      return answerProblem(event, error)
    }
  })
}

/** A handler that answers with a file instead of JSON; failures are answered like any other. */
export function answerFile(
  work: (call: Call) => Promise<{ type: string; name: string; content: string | Buffer; inline?: boolean }>,
) {
  return defineEventHandler(async event => {
    try {
      const { type, name, content, inline } = await work(await callOf(event))
      setResponseHeaders(event, {
        'Content-Type': type,
        'Content-Disposition': `${inline ? 'inline' : 'attachment'}; filename="${name}"`,
        'Cache-Control': 'no-store',
      })
      return content
    } catch (error) {
      return answerProblem(event, error)
    }
  })
}

/** How often a stream says that it is still there, so that nothing on the way closes it. */
const HEARTBEAT_MS = 15_000

/**
 * A stream of server-sent events (WHATWG HTML, section 9.2): `follow` gets a function that tells and gives
 * back one that stops.
 */
export function answerStream<Schema extends z.ZodType>(
  schema: Schema,
  follow: (call: Call, tell: (value: z.input<Schema>) => void) => Promise<() => void>,
) {
  return defineEventHandler(async event => {
    try {
      const stream = createEventStream(event)
      const stop = await follow(
        await callOf(event),
        value => void stream.push(JSON.stringify(schema.parse(value))).catch(() => undefined),
      )
      const beat = setInterval(() => void stream.push({ event: 'beat', data: '' }).catch(() => undefined), HEARTBEAT_MS)
      stream.onClosed(async () => {
        clearInterval(beat)
        stop()
        await stream.close()
      })
      void stream.push({ event: 'beat', data: '' })
      return await stream.send()
    } catch (error) {
      return answerProblem(event, error)
    }
  })
}

/** Answers a failure: a Problem in its own words, anything else as a 500 that tells nothing and is logged. */
export function answerProblem(event: H3Event, error: unknown) {
  const problem =
    error instanceof Problem
      ? error
      : (storageProblem(error) ??
        new Problem(500, 'failed', 'Something went wrong on the server. Your saved work is not affected; try again.'))
  if (!(error instanceof Problem)) {
    log.error({ path: event.path, error: error instanceof Error ? error.stack : String(error) }, 'request failed')
  }
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'Cache-Control', 'no-store')
  if (problem.retryAfter) setResponseHeader(event, 'Retry-After', problem.retryAfter)
  return {
    error: { code: problem.code, message: problem.message, ...(problem.fields ? { fields: problem.fields } : {}) },
  }
}

/** What the database says when it can't write, as a failure that passes: nothing of the request was taken. */
function storageProblem(error: unknown): Problem | null {
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : ''
  if (/^SQLITE_(FULL|IOERR)/.test(code))
    return new Problem(
      507,
      'storage-full',
      'The server’s storage is full. Nothing of this was taken; it is tried again.',
      undefined,
      10,
    )
  if (/^SQLITE_(BUSY|LOCKED)/.test(code))
    return new Problem(
      503,
      'storage-busy',
      'The server’s storage is busy. Nothing of this was taken; it is tried again.',
      undefined,
      2,
    )
  return null
}

/** A browser sends its page's origin with every change; one from another site is refused. */
function refuseForeign(event: H3Event): void {
  const origin = getHeader(event, 'origin')
  if (getMethod(event) === 'GET' || !origin) return
  if (origin !== getRequestURL(event, { xForwardedHost: true, xForwardedProto: true }).origin) {
    throw new Problem(403, 'foreign-origin', 'This request comes from another site.')
  }
}

async function readBodyAs<Schema extends z.ZodType>(
  event: H3Event,
  schema: Schema,
  limits: BodyLimits,
): Promise<z.infer<Schema>> {
  return readAs(schema, await readJson(event, limits))
}

function readAs<Schema extends z.ZodType>(schema: Schema, value: unknown): z.infer<Schema> {
  const read = schema.safeParse(value)
  if (read.success) return read.data
  const fields = Object.fromEntries(read.error.issues.map(issue => [issue.path.join('.') || 'body', issue.message]))
  const [first] = Object.entries(fields)
  throw new Problem(
    422,
    'not-valid',
    first ? `The request can’t be read: ${first[0]}: ${first[1]}` : 'The request can’t be read.',
    fields,
  )
}
