import type { H3Event } from 'h3'
import { Problem } from '../services/ground/problem'

/** Streams that one person has open, over all devices and tabs, and that all have. */
const MOST_EACH = 12
const MOST_IN_ALL = 3000

const open = new Map<string, number>()
let all = 0

/** What ends the turn of a call. */
const turns = new WeakMap<H3Event, () => void>()
export const keepTurn = (event: H3Event, end: () => void): void => void turns.set(event, end)

/** A stream stays open after its turn. */
export const endTurn = (event: H3Event): void => turns.get(event)?.()

/** Counts a stream of somebody; what it gives back ends the count. Throws a Problem with 429 or 503. */
export function countStream(personId: string): () => void {
  const own = open.get(personId) ?? 0
  if (own >= MOST_EACH)
    throw new Problem(429, 'too-many-streams', 'So many pages of yours are open already. Close some of them.', {}, 30)
  if (all >= MOST_IN_ALL)
    throw new Problem(503, 'busy', 'Very many pages are open at this moment. Try again in a while.', undefined, 30)
  open.set(personId, own + 1)
  all += 1
  let counted = true
  return () => {
    if (!counted) return
    counted = false
    all -= 1
    const left = (open.get(personId) ?? 1) - 1
    if (left === 0) open.delete(personId)
    else open.set(personId, left)
  }
}
