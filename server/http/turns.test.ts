import { describe, expect, it } from 'vitest'
import { fairTurns } from './turns'

/** What is put off until later, done when the test says so. */
function puttingOff() {
  const off: (() => void)[] = []
  const turns = fairTurns(begin => void off.push(begin))
  const begun: string[] = []
  const ends = new Map<string, () => void>()
  const call = (name: string, key: string | null): void => {
    void Promise.resolve(turns.turn(key)).then(end => {
      begun.push(name)
      if (end) ends.set(name, end)
    })
  }
  const settle = () => new Promise(done => setTimeout(done))
  return {
    call,
    begun,
    settle,
    turns,
    end: (name: string) => ends.get(name)?.(),
    async later() {
      off.shift()?.()
      await settle()
    },
  }
}

describe('calls', () => {
  it('of one who is signed in begin at once, six at a time; the rest wait for their own', async () => {
    const { call, begun, settle, end, later } = puttingOff()
    for (let at = 1; at <= 8; at += 1) call(`a${at}`, 'a')
    call('b1', 'b')
    await settle()
    expect(begun).toEqual(['a1', 'a2', 'a3', 'a4', 'a5', 'a6', 'b1'])
    end('a2')
    end('a2')
    await later()
    await later()
    expect(begun).toEqual(['a1', 'a2', 'a3', 'a4', 'a5', 'a6', 'b1', 'a7'])
    for (const name of ['a1', 'a3', 'a4', 'a5', 'a6', 'a7']) end(name)
    await later()
    expect(begun.at(-1)).toBe('a8')
    end('a8')
    for (let at = 1; at <= 7; at += 1) call(`c${at}`, 'a')
    await settle()
    expect(begun.slice(-6)).toEqual(['c1', 'c2', 'c3', 'c4', 'c5', 'c6'])
  })

  it('of strangers begin one by one, and whoever is signed in goes between them', async () => {
    const { call, begun, settle, later } = puttingOff()
    for (let at = 1; at <= 4; at += 1) call(`s${at}`, null)
    await settle()
    expect(begun).toEqual([])
    await later()
    call('a', 'a')
    await settle()
    expect(begun).toEqual(['s1', 'a'])
    for (let at = 0; at < 3; at += 1) await later()
    expect(begun).toEqual(['s1', 'a', 's2', 's3', 's4'])
  })

  it('are turned away where very many wait already, and taken again when they have had their turn', async () => {
    const { turns, later } = puttingOff()
    for (let at = 0; at < 3000; at += 1) void turns.turn(null)
    expect(turns.turn(null)).toBeNull()
    expect(turns.turn('a')).not.toBeNull()
    await later()
    expect(turns.turn(null)).not.toBeNull()
  })
})
