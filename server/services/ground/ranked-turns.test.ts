import { describe, expect, it } from 'vitest'
import { Crowded, rankedTurns } from './ranked-turns'

/** Work that ends when it is told to, and what has begun so far. */
function turns() {
  const inTurn = rankedTurns({ first: { mostWaiting: 3 }, last: { mostWaiting: 2, mostAtOnce: 1 } }, 2)
  const begun: string[] = []
  const ends = new Map<string, () => void>()
  const come = (rank: 'first' | 'last', name: string): Promise<string> =>
    inTurn(rank, async () => {
      begun.push(name)
      await new Promise<void>(end => ends.set(name, end))
      return name
    })
  const settled = (): Promise<void> => new Promise(done => setImmediate(done))
  return {
    come,
    begun: async () => (await settled(), [...begun]),
    end: async (name: string) => {
      ends.get(name)!()
      await settled()
    },
  }
}

describe('turns by rank', () => {
  it('are given to the first rank first, however many of the last have come before', async () => {
    const { come, begun, end } = turns()
    void come('last', 'a')
    void come('last', 'b')
    void come('first', 'c')
    void come('first', 'd')
    // One of the last rank at a time, so that the other turn was free for the first.
    expect(await begun()).toEqual(['a', 'c'])
    await end('a')
    expect(await begun()).toEqual(['a', 'c', 'd'])
    await end('c')
    expect(await begun()).toEqual(['a', 'c', 'd', 'b'])
  })

  it('a crowd of one rank shuts out nobody of another', async () => {
    const { come, begun } = turns()
    const crowd = Array.from({ length: 4 }, (_, at) => come('last', `crowd-${at}`).catch((error: unknown) => error))
    expect(await crowd[3]).toBeInstanceOf(Crowded)
    void come('first', 'one of ours')
    expect(await begun()).toContain('one of ours')
  })
})
