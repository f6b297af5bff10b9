import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { costs, hashPassword, verifyPassword } from './password'

const before = structuredClone(costs)
beforeAll(() => {
  Object.assign(costs, { chosen: { N: 16_384, r: 8, p: 5 }, made: { N: 1024, r: 8, p: 1 } })
})
afterAll(() => void Object.assign(costs, before))

describe('a hashed password', () => {
  it('is matched by itself alone, however it was typed', async () => {
    const hash = await hashPassword('slípway-64')
    expect(await verifyPassword('slípway-64'.normalize('NFD'), hash)).toBe(true)
    expect(await verifyPassword('slipway-64', hash)).toBe(false)
  })
  it('is salted and says how it was made', async () => {
    const [one, other] = await Promise.all([hashPassword('x'), hashPassword('x')])
    expect(one).not.toBe(other)
    expect(one).toMatch(/^scrypt\$16384\$8\$5\$[\w-]{22}\$[\w-]{43}$/)
  })
  it('that can’t be read is matched by nothing', async () => {
    expect(await verifyPassword('', '')).toBe(false)
    expect(await verifyPassword('none', 'none')).toBe(false)
  })
  it('that was given takes as long to be checked as one that was chosen', async () => {
    const [chosen, given] = await Promise.all([hashPassword('x'), hashPassword('x', 'made')])
    const times: number[] = []
    for (const hash of [chosen, given, chosen, given, chosen, given]) {
      const begun = performance.now()
      expect(await verifyPassword('x', hash)).toBe(true)
      times.push(performance.now() - begun)
    }
    const least = (from: number): number => Math.min(...times.filter((_, at) => at % 2 === from))
    // Before, the one took thirty times as long as the other.
    expect(least(1) / least(0)).toBeGreaterThan(0.5)
    expect(least(1) / least(0)).toBeLessThan(2)
  })
})
