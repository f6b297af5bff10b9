import { afterEach, describe, expect, it, vi } from 'vitest'
import { deviceCopy } from './device-copy'

afterEach(() => vi.unstubAllGlobals())

function stored(): Map<string, string> {
  const kept = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
    removeItem: (key: string) => kept.delete(key),
  })
  return kept
}

describe('a copy on the device', () => {
  it('is there until it is forgotten, each key for itself', () => {
    stored()
    const [one, other] = [deviceCopy('one'), deviceCopy('other')]
    one.write('half an entry')
    expect([one.read(), other.read()]).toEqual(['half an entry', null])
    one.forget()
    expect(one.read()).toBeNull()
  })

  it('is nothing, and breaks nothing, where the browser denies storage', () => {
    const denied = () => {
      throw new DOMException('denied', 'SecurityError')
    }
    vi.stubGlobal('localStorage', { getItem: denied, setItem: denied, removeItem: denied })
    const copy = deviceCopy('one')
    copy.write('half an entry')
    copy.forget()
    expect(copy.read()).toBeNull()
  })
})
