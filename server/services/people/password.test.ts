import { describe, expect, it } from 'vitest'
import { hashPassword, verifyPassword } from './password'

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
})
