import { describe, expect, it } from 'vitest'
import { LAST_MOMENT, later, moment } from './moments'

describe('moments as they come in', () => {
  it.each([
    ['2026-11-24T13:00:00+01:00', '2026-11-24T12:00:00.000Z'],
    ['2026-11-24T12:00:00Z', '2026-11-24T12:00:00.000Z'],
    ['2199-12-31T23:59:59.999Z', LAST_MOMENT],
  ])('%s is %s', (text, canonical) => expect(moment.parse(text)).toBe(canonical))

  it.each(['9999-12-31T23:59:59-23:59', '1999-12-31T23:59:59Z', '2200-01-01T00:00:00Z', '2026-11-24', 'x', ''])(
    '%s is none',
    text => expect(moment.safeParse(text).success).toBe(false),
  )

  it('a sum never leaves the years that there are', () => {
    expect(later('2199-12-31T00:00:00.000Z', 40 * 86_400_000)).toBe(LAST_MOMENT)
    expect(later('2026-11-24T12:00:00.000Z', 60_000)).toBe('2026-11-24T12:01:00.000Z')
  })
})
