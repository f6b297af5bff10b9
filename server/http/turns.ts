/**
 * Whose call is next. Whoever is signed in has so many calls worked on at a time; what they send beyond that waits for
 * their own, and nobody else's does. Calls of strangers begin one by one, each after whatever else has come in
 * meanwhile: five hundred of them at once hold up nobody who is at work.
 */

/** As many as a browser sends to one server over HTTP/1.1. */
const OF_ONE = 6
/** More than any room sends at once; who comes after that is turned away. */
const MOST_WAITING = 3000

export interface Turns {
  /** Waits for the turn of a call; `null` is a stranger. What it gives back ends the turn. Null where too many wait. */
  turn(key: string | null): Promise<() => void> | (() => void) | null
}

export function fairTurns(later: (begin: () => void) => void = setImmediate): Turns {
  const atWork = new Map<string, number>()
  const waiting = new Map<string, (() => void)[]>()
  const strangers: (() => void)[] = []
  let held = 0

  function end(key: string): void {
    const next = waiting.get(key)?.shift()
    if (next) {
      held -= 1
      if (waiting.get(key)?.length === 0) waiting.delete(key)
      later(next)
      return
    }
    const left = (atWork.get(key) ?? 1) - 1
    if (left === 0) atWork.delete(key)
    else atWork.set(key, left)
  }

  function ending(key: string): () => void {
    let ended = false
    return () => {
      if (!ended) end(key)
      ended = true
    }
  }

  function beginStranger(): void {
    const next = strangers.shift()
    if (!next) return
    held -= 1
    next()
    if (strangers.length > 0) later(beginStranger)
  }

  function ofStranger(): Promise<() => void> {
    return new Promise(done => {
      strangers.push(() => done(() => undefined))
      if (strangers.length === 1) later(beginStranger)
    })
  }

  return {
    turn(key) {
      if (key !== null) {
        const own = atWork.get(key) ?? 0
        if (own < OF_ONE) {
          atWork.set(key, own + 1)
          return ending(key)
        }
      }
      if (held >= MOST_WAITING) return null
      held += 1
      if (key === null) return ofStranger()
      return new Promise(done => {
        const queue = waiting.get(key) ?? []
        queue.push(() => done(ending(key)))
        waiting.set(key, queue)
      })
    },
  }
}
