/** How fast the clock follows the machine's wall clock when they differ: a thousandth, so that no sitting notices. */
const SLEW = 0.001

/**
 * Time that never runs backwards and never jumps. It starts from the wall clock, or from the newest
 * moment on record if the wall clock is behind that, and runs on the monotonic clock; a wall clock that
 * is set differently meanwhile is followed slowly when it is ahead, and not at all when it is behind.
 */
export function steadyTime(
  newestOnRecord: string | undefined,
  wall: () => number = Date.now,
  monotonic: () => number = () => performance.now(),
): () => string {
  let time = Math.max(wall(), newestOnRecord === undefined ? 0 : Date.parse(newestOnRecord))
  let read = monotonic()
  return () => {
    const passed = Math.max(0, monotonic() - read)
    read += passed
    time += passed
    const ahead = wall() - time
    if (ahead > 0) time += Math.min(ahead, passed * SLEW)
    return new Date(Math.floor(time)).toISOString()
  }
}
