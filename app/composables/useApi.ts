import type { z } from 'zod'

/** What a call came to when it failed: the server's own words, or none if the server wasn't reached. */
export class CallFailed extends Error {
  override name = 'CallFailed'

  constructor(
    readonly status: number | null,
    readonly code: string,
    message: string,
    readonly fields: Readonly<Record<string, string>> = {},
  ) {
    super(message)
  }
}

/** A schema whose code comes when it is needed: what every page stands on does without any. */
type SchemaFetched<Schema> = () => Promise<Schema>

interface Options {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
  body?: unknown
  timeoutMs?: number
}

/** Calls the server and reads the answer by its schema. Fails with a CallFailed in words for a person. */
export async function callApi<Schema extends z.ZodType>(
  schema: Schema | SchemaFetched<Schema>,
  path: string,
  { method = 'GET', body, timeoutMs = 15_000 }: Options = {},
): Promise<z.infer<Schema>> {
  const raw = body instanceof Blob
  const response = await fetch(path, {
    method,
    credentials: 'same-origin',
    signal: AbortSignal.timeout(timeoutMs),
    headers:
      body === undefined ? {} : { 'content-type': raw ? body.type || 'application/octet-stream' : 'application/json' },
    body: body === undefined ? null : raw ? body : JSON.stringify(body),
  }).catch(() => {
    throw new CallFailed(null, 'unreached', 'The server can’t be reached. Your work is kept on this device.')
  })
  const answer: unknown = await response.json().catch(() => null)
  if (response.ok) return (typeof schema === 'function' ? await schema() : schema).parse(answer)
  const error = typeof answer === 'object' && answer !== null && 'error' in answer ? answer.error : null
  const { code, message, fields } =
    typeof error === 'object' && error !== null
      ? (error as { code?: string; message?: string; fields?: Record<string, string> })
      : {}
  throw new CallFailed(
    response.status,
    code ?? 'failed',
    message ?? `The server answered with ${response.status}.`,
    fields,
  )
}

/** What to show a person for any failure. */
export function inWords(error: unknown): string {
  return error instanceof Error ? error.message : String(error)
}
