import { describe, expect, it } from 'vitest'
import { adviseOn, passes } from './system-check'
import type { SystemCheckReport } from './system-check'

const good = {
  storage: 'kept' as const,
  clockOffsetMs: 400,
  roundTripMs: 35,
  width: 1280,
  height: 800,
  microphone: 'not-needed' as const,
}
const verdict = (change: Partial<SystemCheckReport>, test: string): string | undefined =>
  adviseOn({ ...good, ...change }).find(one => one.test === test)?.verdict

describe('the system check', () => {
  it('passes a good device, with a sentence for each test', () => {
    expect(passes(good)).toBe(true)
    expect(adviseOn(good).map(({ test }) => test)).toEqual([
      'storage',
      'clock',
      'round-trip',
      'screen',
      'microphone',
      'voices',
      'pop-ups',
    ])
    expect(adviseOn(good).every(({ verdict, says }) => verdict === 'yes' && says.endsWith('.'))).toBe(true)
  })

  it.each([
    ['a private window', { storage: 'memory-only' as const }, 'storage'],
    ['a full device', { storage: 'full' as const }, 'storage'],
    ['a clock an hour off', { clockOffsetMs: -3_600_000 }, 'clock'],
    ['a slow connection', { roundTripMs: 3100 }, 'round-trip'],
  ])('notes %s, and lets it pass', (_, change, test) => {
    expect(verdict(change, test)).toBe('note')
    expect(passes({ ...good, ...change })).toBe(true)
  })

  it.each([
    ['a window too small for the bench', { width: 800 }, 'screen'],
    ['a microphone that is needed and missing', { microphone: 'missing' as const }, 'microphone'],
  ])('doesn’t pass %s', (_, change, test) => {
    expect(verdict(change, test)).toBe('no')
    expect(passes({ ...good, ...change })).toBe(false)
  })
})
