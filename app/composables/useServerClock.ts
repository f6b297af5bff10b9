/**
 * The server's time on this device. It starts from an answer's `now` and runs on the device's
 * monotonic clock, so a wrong or changed device clock makes no difference.
 */
export function useServerClock() {
  let base = Date.now()
  let since = performance.now()
  let best = Infinity
  const nowMs = ref(base)

  /** Takes the time from an answer. Of several, the one with the shorter round trip is nearer the truth. */
  function learn(now: string, roundTripMs = 0): void {
    if (roundTripMs > best * 2 && performance.now() - since < 60_000) return
    best = roundTripMs
    base = Date.parse(now) + roundTripMs / 2
    since = performance.now()
    nowMs.value = base
  }

  const read = (): number => base + performance.now() - since
  useIntervalFn(() => {
    nowMs.value = read()
  }, 250)
  return { nowMs, read, learn }
}
export type ServerClock = ReturnType<typeof useServerClock>
