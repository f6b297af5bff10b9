/** Work on one key is done one after the other; work on different keys doesn't wait. */
export function turns() {
  const last = new Map<string, Promise<unknown>>()
  return async function inTurn<Result>(key: string, work: () => Promise<Result>): Promise<Result> {
    const before = last.get(key) ?? Promise.resolve()
    const run = before.then(work, work)
    last.set(key, run)
    try {
      return await run
    } finally {
      if (last.get(key) === run) last.delete(key)
    }
  }
}
