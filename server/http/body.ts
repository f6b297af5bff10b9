import { open, rm } from 'node:fs/promises'
import type { H3Event } from 'h3'
import { getHeader, setResponseHeader } from 'h3'
import { Problem } from '../services/ground/problem'

/** How large and how slow a body may be. */
export interface BodyLimits {
  /** Bytes. */
  largest: number
  /** From the first look at it to its last byte. */
  withinMs: number
}

/** Of what most calls take: forms, lists of ids. */
export const USUAL: BodyLimits = { largest: 200_000, withinMs: 20_000 }

/** How deep JSON may nest: more than any of ours, far less than what hurts. */
const DEEPEST = 40

/**
 * Hands on the parts of the body, counted as they come: at the limit it ends, nothing more is taken, and the connection
 * is closed behind the answer. `take` may say when it is ready for more. Throws a Problem with 413, 408 or 400.
 */
async function eachPart(
  event: H3Event,
  { largest, withinMs }: BodyLimits,
  take: (part: Buffer) => Promise<unknown> | undefined,
): Promise<void> {
  const request = event.node.req
  const refuse = (problem: Problem): Problem => {
    closeBehind(event)
    return problem
  }
  const tooLarge = (): Problem =>
    refuse(new Problem(413, 'too-large', `This is larger than ${inWords(largest)}. Nothing of it was taken.`))
  if (Number(getHeader(event, 'content-length') ?? 0) > largest) throw tooLarge()
  return new Promise((done, failed) => {
    let size = 0
    const stop = (): void => {
      clearTimeout(timer)
      request.off('data', took).off('end', ended).off('error', broken).off('close', broken)
      request.pause()
    }
    const took = (part: Buffer): void => {
      size += part.length
      if (size > largest) {
        stop()
        return failed(tooLarge())
      }
      const ready = take(part)
      if (!ready) return
      request.pause()
      ready.then(
        () => request.resume(),
        (error: unknown) => {
          stop()
          failed(refuse(error as Problem))
        },
      )
    }
    const ended = (): void => {
      stop()
      done()
    }
    const broken = (): void => {
      stop()
      failed(new Problem(400, 'cut-off', 'The request was cut off. Nothing of it was taken.'))
    }
    const timer = setTimeout(() => {
      stop()
      failed(refuse(new Problem(408, 'too-slow', 'The request took too long to arrive. Nothing of it was taken.')))
    }, withinMs)
    if (request.readableEnded) return ended()
    request.on('data', took).on('end', ended).on('error', broken).on('close', broken)
  })
}

/** Closes the connection behind the answer: what still comes of the body is not waited for. */
function closeBehind(event: H3Event): void {
  setResponseHeader(event, 'Connection', 'close')
  event.node.res.once('finish', () => event.node.req.destroy())
}

/** So much of a body that nobody read is let run out; more isn't worth the line, in bytes. */
const RUN_OUT = 1_000_000

/** To be called where a call is refused: a large body that nobody has read is not waited for. */
export function leaveUnread(event: H3Event): void {
  const request = event.node.req
  const announced = Number(getHeader(event, 'content-length') ?? Infinity)
  const hasBody = request.method === 'POST' || request.method === 'PUT'
  if (hasBody && !request.readableEnded && announced > RUN_OUT && !event.node.res.hasHeader('Connection'))
    closeBehind(event)
}

/** The body as bytes; throws a Problem with 413, 408 or 400. */
export async function readBytes(event: H3Event, limits: BodyLimits): Promise<Buffer> {
  const parts: Buffer[] = []
  await eachPart(event, limits, part => void parts.push(part))
  return Buffer.concat(parts)
}

/** The body in a new file, as it comes: little of it is in memory at a time. Leaves no file where it throws. */
export async function saveBytes(event: H3Event, limits: BodyLimits, file: string): Promise<void> {
  const kept = await open(file, 'wx', 0o600)
  try {
    let written: Promise<unknown> = Promise.resolve()
    await eachPart(event, limits, part => (written = written.then(() => kept.write(part))))
    await written
  } catch (error) {
    await rm(file, { force: true })
    throw error
  } finally {
    await kept.close()
  }
}

const inWords = (bytes: number): string =>
  bytes >= 1_000_000 ? `${Math.round(bytes / 100_000) / 10} MB` : `${Math.round(bytes / 1000)} kB`

/** The body as JSON; an empty one is an empty object. Throws a Problem with 400, 408, 413 or 415. */
export async function readJson(event: H3Event, limits: BodyLimits): Promise<unknown> {
  const text = (await readBytes(event, limits)).toString('utf8')
  if (text === '') return {}
  const type = (getHeader(event, 'content-type') ?? '').split(';')[0]?.trim().toLowerCase()
  if (type !== 'application/json') {
    throw new Problem(415, 'not-json', 'The request must be JSON (content-type application/json).')
  }
  if (depthOf(text) > DEEPEST) throw new Problem(400, 'too-deep', 'The request nests deeper than anything we take.')
  try {
    return JSON.parse(text)
  } catch {
    throw new Problem(400, 'malformed-json', 'The request isn’t well-formed JSON. Nothing of it was taken.')
  }
}

/** How deep brackets and braces nest outside of strings, up to where it is too deep in any case. */
export function depthOf(text: string): number {
  let depth = 0
  let deepest = 0
  let quoted = false
  for (let at = 0; at < text.length && deepest <= DEEPEST; at += 1) {
    const sign = text[at]
    if (quoted) {
      if (sign === '\\') at += 1
      else if (sign === '"') quoted = false
    } else if (sign === '"') quoted = true
    else if (sign === '{' || sign === '[') deepest = Math.max(deepest, (depth += 1))
    else if (sign === '}' || sign === ']') depth -= 1
  }
  return deepest
}
