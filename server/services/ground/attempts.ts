import { RateLimiterMemory } from 'rate-limiter-flexible'

/** How many attempts there are in a while, and how they go on once these are used up. */
export interface AttemptRules {
  /** Attempts in `seconds`. */
  points: number
  seconds: number
  /** Used up, there is still one in so many seconds; without it, none until the while is over. */
  thenEvery?: number
}

/**
 * Attempts at something secret, counted by whatever names who tries. They are counted before anybody looks whether
 * they are right, so that many at once are still many; what was right is given back.
 */
export function attempts({ points, seconds, thenEvery }: AttemptRules) {
  const usual = new RateLimiterMemory({ points, duration: seconds })
  const slow = thenEvery === undefined ? null : new RateLimiterMemory({ points: 1, duration: thenEvery })

  /** Seconds to wait, at least one; 0 where one was taken. */
  const taken = (limiter: RateLimiterMemory, key: string): Promise<number> =>
    limiter.consume(key).then(
      () => 0,
      async (state: { msBeforeNext: number }) => {
        // What is turned away is no attempt: it took nothing.
        await limiter.reward(key)
        return Math.max(1, Math.ceil(state.msBeforeNext / 1000))
      },
    )

  return {
    /** Takes one attempt. The seconds to wait where none is left, else 0. */
    async take(key: string): Promise<number> {
      const wait = await taken(usual, key)
      return wait === 0 || slow === null ? wait : taken(slow, key)
    },
    /** Gives one back: it was right. */
    async giveBack(key: string): Promise<void> {
      await usual.reward(key)
    },
    /** Forgets what was counted. */
    async forget(key: string): Promise<void> {
      await Promise.all([usual.delete(key), slow?.delete(key)])
    },
  }
}
export type Attempts = ReturnType<typeof attempts>
