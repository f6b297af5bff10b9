export interface RankRules {
  /** So many wait at most; who comes after that is turned away. */
  mostWaiting: number
  /** So many are worked on at a time; as many as there are turns, if nothing is said. */
  mostAtOnce?: number
}

/** Thrown where too many of a rank wait. */
export class Crowded extends Error {
  override name = 'Crowded'
}

/**
 * Work that takes long, so many at a time, by rank: whoever is of an earlier rank goes first, and a crowd of one rank
 * shuts out nobody of another.
 */
export function rankedTurns<Rank extends string>(ranks: Readonly<Record<Rank, RankRules>>, atOnce: number) {
  const order = Object.keys(ranks) as Rank[]
  const waiting = new Map(order.map(rank => [rank, [] as (() => void)[]]))
  const working = new Map(order.map(rank => [rank, 0]))
  const all = (): number => [...working.values()].reduce((sum, count) => sum + count, 0)

  function next(): void {
    for (const rank of order) {
      const own = waiting.get(rank) ?? []
      const most = ranks[rank].mostAtOnce ?? atOnce
      while (own.length > 0 && all() < atOnce && (working.get(rank) ?? 0) < most) {
        working.set(rank, (working.get(rank) ?? 0) + 1)
        own.shift()?.()
      }
    }
  }

  /** Rejects with Crowded where too many of the rank wait already. */
  return async function inTurn<Result>(rank: Rank, work: () => Promise<Result>): Promise<Result> {
    const own = waiting.get(rank) ?? []
    if (own.length >= ranks[rank].mostWaiting) throw new Crowded()
    await new Promise<void>(begin => {
      own.push(begin)
      next()
    })
    try {
      return await work()
    } finally {
      working.set(rank, (working.get(rank) ?? 1) - 1)
      next()
    }
  }
}
