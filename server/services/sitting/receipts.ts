import { createHash } from 'node:crypto'
import type { StoredEvent } from '../../db/sittings'

/** One event of a log as a line of text: what its digest is made over. See docs/response-file.md. */
export function lineOf({ seq, clientId, status, body, clientAt, serverAt }: StoredEvent): string {
  return JSON.stringify([seq, clientId, status, clientAt, serverAt, body])
}

/** SHA-256 (FIPS 180-4) over the lines of a log, each ended by a line feed, in hexadecimal. */
export function digestOf(events: readonly StoredEvent[]): string {
  const hash = createHash('sha256')
  for (const event of events) hash.update(`${lineOf(event)}\n`)
  return hash.digest('hex')
}
