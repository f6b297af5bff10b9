import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { CallFailed } from '../composables/useApi'
import { PieceSender } from './pieces'
import type { Piece, PieceStore } from './pieces'

const piece = (recording: string, number: number): Piece => ({
  sittingId: 's',
  taskId: 't',
  stepId: 'one',
  recording,
  number,
  file: new Uint8Array([number]),
})
const nameOf = ({ recording, number }: Piece): string => `${recording}${number}`

let kept: Piece[]
let sent: string[]
let fails: (one: Piece) => CallFailed | null
let refused: string[]
let waiting: number
const store: PieceStore = {
  load: async () => [...kept],
  add: async one => void kept.push(one),
  remove: async one => void (kept = kept.filter(other => nameOf(other) !== nameOf(one))),
}
const sender = (): PieceSender =>
  new PieceSender({
    store,
    post: async one => {
      const failure = fails(one)
      if (failure) throw failure
      sent.push(nameOf(one))
    },
    rejected: (recording, why) => refused.push(`${recording}: ${why}`),
    changed: count => (waiting = count),
  })
const unreached = new CallFailed(null, 'unreached', 'The server can’t be reached.')

beforeEach(() => {
  vi.useFakeTimers()
  kept = []
  sent = []
  refused = []
  fails = () => null
})
afterEach(() => vi.useRealTimers())

describe('pieces of a recording', () => {
  it('are kept, sent in order, and kept no longer once the server has them', async () => {
    const own = sender()
    for (const number of [0, 1, 2]) own.put(piece('a', number))
    expect(waiting).toBe(3)
    expect(await own.settle()).toBe(true)
    expect(sent).toEqual(['a0', 'a1', 'a2'])
    expect([kept, waiting]).toEqual([[], 0])
  })

  it('wait while the server can’t be reached, say so when it is asked for, and go on by themselves', async () => {
    const own = sender()
    fails = () => unreached
    own.put(piece('a', 0))
    await vi.advanceTimersByTimeAsync(0)
    expect(await own.settle()).toBe(false)
    expect(kept).toHaveLength(1)
    fails = () => null
    await vi.advanceTimersByTimeAsync(12_000)
    expect(sent).toEqual(['a0'])
    expect(await own.settle()).toBe(true)
  })

  it('that an earlier page left behind are sent before newer ones', async () => {
    kept = [piece('a', 1), piece('a', 0)]
    const own = sender()
    await own.restore('s')
    own.put(piece('a', 2))
    const settled = own.settle()
    await vi.advanceTimersByTimeAsync(200)
    expect(await settled).toBe(true)
    expect(sent).toEqual(['a0', 'a1', 'a2'])
  })

  it('of a recording that isn’t taken are given up, with why; those of another go on', async () => {
    const own = sender()
    fails = ({ recording }) =>
      recording === 'a' ? new CallFailed(409, 'enough-recordings', '3 can be recorded here, and 3 were.') : null
    for (const recording of ['a', 'a', 'b']) own.put(piece(recording, kept.length))
    await vi.advanceTimersByTimeAsync(1000)
    expect(refused).toEqual(['a: 3 can be recorded here, and 3 were.'])
    expect([sent, kept, waiting]).toEqual([['b2'], [], 0])
  })

  it('are no longer sent by a page that another has taken the sitting over from; they stay on the device', async () => {
    const own = sender()
    fails = () => new CallFailed(409, 'taken-over', 'Elsewhere.')
    own.put(piece('a', 0))
    await vi.advanceTimersByTimeAsync(60_000)
    fails = () => null
    await own.send()
    expect([sent, kept.length, refused]).toEqual([[], 1, []])
  })

  it('wait while the clock stands', async () => {
    const own = sender()
    fails = () => new CallFailed(409, 'paused', 'The clock stands.')
    own.put(piece('a', 0))
    await vi.advanceTimersByTimeAsync(0)
    expect(await own.settle()).toBe(false)
    fails = () => null
    await vi.advanceTimersByTimeAsync(12_000)
    expect([sent, refused]).toEqual([['a0'], []])
  })
})
