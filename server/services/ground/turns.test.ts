import { describe, expect, it } from 'vitest'
import { turns } from './turns'

const after = (ms: number, work: () => void) => async () => {
  await new Promise(done => setTimeout(done, ms))
  work()
}

describe('turns', () => {
  it('do the work of one key in order, however long each takes', async () => {
    const inTurn = turns()
    const done: number[] = []
    await Promise.all(
      [30, 10, 0].map((ms, index) =>
        inTurn(
          'a',
          after(ms, () => done.push(index)),
        ),
      ),
    )
    expect(done).toEqual([0, 1, 2])
  })
  it('do not wait for other keys', async () => {
    const inTurn = turns()
    const done: string[] = []
    await Promise.all([
      inTurn(
        'slow',
        after(30, () => done.push('slow')),
      ),
      inTurn(
        'quick',
        after(0, () => done.push('quick')),
      ),
    ])
    expect(done).toEqual(['quick', 'slow'])
  })
  it('go on after work that failed, and hand its failure to whoever asked for it', async () => {
    const inTurn = turns()
    const failed = inTurn('a', async () => {
      throw new Error('no')
    })
    const next = inTurn('a', async () => 'yes')
    await expect(failed).rejects.toThrow('no')
    expect(await next).toBe('yes')
  })
})
