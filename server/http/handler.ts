import {
  createEventStream,
  defineEventHandler,
  getMethod,
  getQuery,
  setResponseHeader,
  setResponseHeaders,
  setResponseStatus,
} from 'h3'
import type { EventStreamMessage, H3Event } from 'h3'
import type { z } from 'zod'
import type { Person } from '../db/people'
import type { Services } from '../services'
import { allowed } from '../services/ground/permissions'
import type { Action } from '../services/ground/permissions'
import { Problem } from '../services/ground/problem'
import { log, running } from './running'
import { leaveUnread, readJson, USUAL } from './body'
import type { BodyLimits } from './body'
import { networkOf } from './sender'
import { signInIdOf } from './session'
import { countStream, endTurn } from './streams'

export interface Call {
  event: H3Event
  services: Services
  /**
   * Who is signed in; throws a Problem with 401 if nobody is, with 403 before they have a password of their own, and
   * the second factor that the centre may want.
   */
  person(): Promise<Person>
  /** The same, with a second factor or without. */
  owner(): Promise<Person>
  /** The same, whosever password it is. */
  anyone(): Promise<Person>
  /** The sign-in that is used, good or not. */
  signInId: string | undefined
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

/** Who was found to be asking, for the record of what was refused. */
const asking = new WeakMap<H3Event, string>()

async function callOf(event: H3Event): Promise<Call> {
  const { services } = await running()
  const signInId = await signInIdOf(event)
  const anyone = async (): Promise<Person> => {
    const person = await services.auth.personOf(signInId)
    asking.set(event, person.id)
    return person
  }
  const owner = async (): Promise<Person> => {
    const found = await anyone()
    if (found.passwordGivenAt !== undefined)
      throw new Problem(403, 'own-password-first', 'Choose a password of your own first.')
    return found
  }
  const person = async (): Promise<Person> => {
    const found = await owner()
    if (services.factors.isMissing(found))
      throw new Problem(403, 'second-factor-first', 'Set up your second factor first.')
    return found
  }
  return {
    event,
    services,
    signInId,
    anyone,
    owner,
    person,
    staff: async action => allowed(await person(), action),
    body: (schema, limits) => readBodyAs(event, schema, { ...USUAL, ...limits }),
    query: schema => readAs(schema, getQuery(event)),
    id: event.context.params?.id ?? '',
    network: networkOf(event),
  }
}

/**
 * A handler of ours: `schema` says what goes out, and nothing else does, whatever the service gives.
 * Expected failures become `{ error: { code, message, fields? } }` with their status.
 */
export function answer<Schema extends z.ZodType>(schema: Schema, work: (call: Call) => Promise<z.input<Schema>>) {
  return defineEventHandler(async event => {
    try {
      return schema.parse(await work(await callOf(event)))
    } catch (error) {
      return answerProblem(event, error)
    }
  })
}

/** A name as a header tells it: in plain letters, and whole in UTF-8 (RFC 6266, 4.3; RFC 8187). */
function named(name: string): string {
  const plain = name.replace(/[^\w .()-]/g, '_')
  // Halves of letters, which nothing encodes, become marks.
  const whole = encodeURIComponent(Buffer.from(name).toString()).replace(
    /['()*]/g,
    letter => `%${letter.charCodeAt(0).toString(16)}`,
  )
  return `filename="${plain}"; filename*=UTF-8''${whole}`
}

/**
 * A handler that answers with a file instead of JSON, which runs and fetches nothing wherever it is opened; failures
 * are answered like any other.
 */
export function answerFile(
  work: (call: Call) => Promise<{ type: string; name: string; content: string | Buffer; inline?: boolean }>,
) {
  return defineEventHandler(async event => {
    try {
      const { type, name, content, inline } = await work(await callOf(event))
      setResponseHeaders(event, {
        'Content-Type': type,
        'Content-Disposition': `${inline ? 'inline' : 'attachment'}; ${named(name)}`,
        'Content-Security-Policy': "default-src 'none'; sandbox",
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

/** How often it is looked whether whoever follows a stream still may. */
const STILL_MAY_MS = 3000

/**
 * A stream of server-sent events (WHATWG HTML, section 9.2): `who` says who may follow it, and throws once they no
 * longer may, which ends it; `follow` gets a function that tells and gives back one that stops.
 */
export function answerStream<Schema extends z.ZodType>(
  schema: Schema,
  who: (call: Call) => Promise<Person>,
  follow: (call: Call, person: Person, tell: (value: z.input<Schema>) => void) => Promise<() => void>,
) {
  return defineEventHandler(async event => {
    const ends: (() => void)[] = []
    const end = (): void => ends.splice(0).forEach(one => one())
    try {
      const call = await callOf(event)
      const person = await who(call)
      ends.push(countStream(person.id))
      const stream = createEventStream(event)
      const push = (message: EventStreamMessage): void => void stream.push(message).catch(() => undefined)
      ends.push(await follow(call, person, value => push({ data: JSON.stringify(schema.parse(value)) })))
      const beat = setInterval(() => push({ event: 'beat', data: '' }), HEARTBEAT_MS)
      const look = setInterval(() => {
        who(call).catch((error: unknown) => {
          if (error instanceof Problem) void stream.close()
        })
      }, STILL_MAY_MS)
      ends.push(() => clearInterval(beat))
      ends.push(() => clearInterval(look))
      stream.onClosed(async () => {
        end()
        await stream.close()
      })
      endTurn(event)
      push({ event: 'beat', data: '' })
      return await stream.send()
    } catch (error) {
      end()
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
    log.error({ path: pathOf(event), error: error instanceof Error ? error.stack : String(error) }, 'request failed')
  }
  if (problem.status === 403)
    log.warn(
      { person: asking.get(event) ?? null, method: getMethod(event), path: pathOf(event), code: problem.code },
      'refused',
    )
  leaveUnread(event)
  setResponseStatus(event, problem.status)
  setResponseHeader(event, 'Cache-Control', 'no-store')
  if (problem.retryAfter) setResponseHeader(event, 'Retry-After', problem.retryAfter)
  return {
    error: { code: problem.code, message: problem.message, ...(problem.fields ? { fields: problem.fields } : {}) },
  }
}

/** The path that was called, without what follows it: that may hold more than a log should. */
const pathOf = (event: H3Event): string => event.path.split('?')[0] ?? ''

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
