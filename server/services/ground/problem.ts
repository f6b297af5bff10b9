/** An expected failure, with what a person should be told and the HTTP status that says the same. */
export class Problem extends Error {
  override name = 'Problem'

  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly fields?: Record<string, string>,
    /** Seconds until trying again makes sense. */
    readonly retryAfter?: number,
  ) {
    super(message)
  }
}

export const notFound = (what: string): Problem =>
  new Problem(404, 'not-found', `There is no such ${what}, or it isn’t yours.`)
