/** How long after its last call a page without an open stream still counts as connected. */
const STILL_THERE_MS = 20_000

interface Seen {
  at: string
  streams: number
}

/**
 * Which sittings have a page open right now. It lives in memory: after a restart everyone is seen again with their
 * next call.
 */
export function presenceBook(now: () => string) {
  const seen = new Map<string, Seen>()
  return {
    touch(sittingId: string): void {
      seen.set(sittingId, { streams: seen.get(sittingId)?.streams ?? 0, at: now() })
    },
    /** An open stream; the function that comes back closes it. */
    open(sittingId: string): () => void {
      seen.set(sittingId, { at: now(), streams: (seen.get(sittingId)?.streams ?? 0) + 1 })
      return () => {
        const before = seen.get(sittingId)
        if (before) seen.set(sittingId, { at: now(), streams: Math.max(0, before.streams - 1) })
      }
    },
    of(sittingId: string): { connected: boolean; seenAt: string | null } {
      const found = seen.get(sittingId)
      if (!found) return { connected: false, seenAt: null }
      return {
        connected: found.streams > 0 || Date.parse(now()) - Date.parse(found.at) < STILL_THERE_MS,
        seenAt: found.streams > 0 ? now() : found.at,
      }
    },
    forget(sittingId: string): void {
      seen.delete(sittingId)
    },
  }
}
export type PresenceBook = ReturnType<typeof presenceBook>
