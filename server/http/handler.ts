import { defineEventHandler, getHeader, getMethod, getRequestIP, getRequestURL, readRawBody, setResponseHeader, setResponseStatus, useSession } from 'h3'
import type { H3Event, SessionConfig } from 'h3'
import type { z } from 'zod'
import type { Person } from '../db/people'
import type { Services } from '../services'
import { Problem } from '../services/problem'
import { log, running } from './running'
import { cookieSecret } from './settings'

const LARGEST_BODY = 1_000_000

export interface Call {
  event: H3Event
  services: Services
  /** Who is signed in; throws a Problem with 401 if nobody is. */
  person(): Promise<Person>
  /** The JSON body, read by a schema; throws a Problem with 400, 413, 415 or 422. */
  body<Schema extends z.ZodType>(schema: Schema): Promise<z.infer<Schema>>
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
 * A handler of ours: `schema` says what goes out, and nothing else does, whatever the service gives.
 * Expected failures become `{ error: { code, message, fields? } }` with their status.
 */
export function answer<Schema extends z.ZodType>(schema: Schema, work: (call: Call) => Promise<z.input<Schema>>) {
  return defineEventHandler(async (event) => {
    try {
      refuseForeign(event)
      const { services } = await running()
      const call: Call = {
        event,
        services,
        person: async () => services.auth.personOf((await sessionOf(event)).data.signInId),
        body: schema => readBodyAs(event, schema),
        id: event.context.params?.id ?? '',
        network: getRequestIP(event) ?? 'unknown',
      }
      return schema.parse(await work(call))
    }
    catch (error) {
      return answerProblem(event, error)
    }
  })
}

/** Answers a failure: a Problem in its own words, anything else as a 500 that tells nothing and is logged. */
export function answerProblem(event: H3Event, error: unknown) {
  const problem = error instanceof Problem ? error : new Problem(500, 'failed', 'Something went wrong on the server. Your saved work is not affected; try again.')
  if (!(error instanceof Problem)) {
    log.error({ path: event.path, error: error instanceof Error ? error.stack : String(error) }, 'request failed')
  }
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'Cache-Control', 'no-store')
  if (problem.retryAfter) setResponseHeader(event, 'Retry-After', problem.retryAfter)
  return { error: { code: problem.code, message: problem.message, ...(problem.fields ? { fields: problem.fields } : {}) } }
}

/** A browser sends its page's origin with every change; one from another site is refused. */
function refuseForeign(event: H3Event): void {
  const origin = getHeader(event, 'origin')
  if (getMethod(event) === 'GET' || !origin) return
  if (origin !== getRequestURL(event, { xForwardedHost: true, xForwardedProto: true }).origin) {
    throw new Problem(403, 'foreign-origin', 'This request comes from another site.')
  }
}

async function readBodyAs<Schema extends z.ZodType>(event: H3Event, schema: Schema): Promise<z.infer<Schema>> {
  if (Number(getHeader(event, 'content-length') ?? 0) > LARGEST_BODY) throw new Problem(413, 'too-large', 'The request is larger than 1 MB.')
  const type = getHeader(event, 'content-type') ?? 'application/json'
  if (!type.startsWith('application/json')) throw new Problem(415, 'not-json', 'The request must be JSON (content-type application/json).')
  const text = await readRawBody(event) ?? ''
  if (text.length > LARGEST_BODY) throw new Problem(413, 'too-large', 'The request is larger than 1 MB.')
  const value = parseJson(text)
  const read = schema.safeParse(value)
  if (read.success) return read.data
  const fields = Object.fromEntries(read.error.issues.map(issue => [issue.path.join('.') || 'body', issue.message]))
  const [first] = Object.entries(fields)
  throw new Problem(422, 'not-valid', first ? `The request can’t be read: ${first[0]}: ${first[1]}` : 'The request can’t be read.', fields)
}

function parseJson(text: string): unknown {
  try {
    return text === '' ? {} : JSON.parse(text)
  }
  catch {
    throw new Problem(400, 'malformed-json', 'The request isn’t well-formed JSON. Nothing of it was taken.')
  }
}
