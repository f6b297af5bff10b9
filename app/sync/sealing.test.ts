import { randomBytes } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { sealingOf } from './sealing'

const key = (): string => randomBytes(32).toString('base64url')
const bytes = (text: string) => new TextEncoder().encode(text)

describe('work that waits on a device', () => {
  it('is read again by its owner, and by nobody else', async () => {
    const own = await sealingOf({ id: 'isla', deviceKey: key() })
    const other = await sealingOf({ id: 'piet', deviceKey: key() })
    const sealed = await own!.seal(bytes('{"op":"secret"}'))
    expect(Buffer.from(sealed.data).toString('latin1')).not.toContain('secret')
    expect(new TextDecoder().decode((await own!.open(sealed))!)).toBe('{"op":"secret"}')
    expect(await other!.open(sealed)).toBeNull()
  })

  it('is sealed otherwise each time', async () => {
    const own = await sealingOf({ id: 'isla', deviceKey: key() })
    const [one, two] = [await own!.seal(bytes('a')), await own!.seal(bytes('a'))]
    expect(Buffer.from(one.data).equals(Buffer.from(two.data))).toBe(false)
  })

  it('isn’t sealed for nobody', async () => {
    expect(await sealingOf(null)).toBeNull()
    expect(await sealingOf({ id: 'marit', deviceKey: '' })).toBeNull()
  })
})
