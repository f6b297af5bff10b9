import { Problem } from '../services/ground/problem'

/** Streams that one person has open, over all devices and tabs, and that all have. */
const MOST_EACH = 12
const MOST_IN_ALL = 3000

const open = new Map<string, number>()
let all = 0

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
