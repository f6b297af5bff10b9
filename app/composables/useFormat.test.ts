import { describe, expect, it } from 'vitest'
import { format } from './useFormat'

describe('a day', () => {
  const now = '2026-12-01T12:00:00.000Z'
  it('has its year where it is more than half a year away, before or after', () => {
    expect([format.near('2026-11-27T12:00:00.000Z', now), format.near('2024-11-27T12:00:00.000Z', now)]).toEqual([
      'Fri 27 Nov',
      'Wed 27 Nov 2024',
    ])
    expect(format.near('2027-07-01T12:00:00.000Z', now)).toBe('Thu 1 Jul 2027')
    expect(['2026-11-04T12:00:00.000Z', '2025-11-04T12:00:00.000Z'].map(day => format.shortDate(day, now))).toEqual([
      '4 Nov',
      '4 Nov 2025',
    ])
  })
  it('is today where it is', () => {
    expect(format.near(now, now)).toMatch(/^today \d\d:\d\d$/)
  })
})
