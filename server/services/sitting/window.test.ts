import { describe, expect, it } from 'vitest'
import { refuseStart } from './window'

const assignment = {
  dueAt: null,
  opensAt: '2026-11-24T09:00:00.000Z',
  closesAt: '2026-11-24T17:00:00.000Z',
  sittingsAllowed: 2,
}
const code = (at: string, used = 0, changes = {}): string =>
  refuseStart({ ...assignment, ...changes }, used, at)?.code ?? 'may start'

describe('starting a sitting', () => {
  it('is allowed from the moment it opens until the moment it closes', () => {
    expect(
      [
        '2026-11-24T08:59:59.999Z',
        '2026-11-24T09:00:00.000Z',
        '2026-11-24T16:59:59.999Z',
        '2026-11-24T17:00:00.000Z',
      ].map(at => code(at)),
    ).toEqual(['not-open-yet', 'may start', 'may start', 'closed'])
  })
  it('uses sittings up', () => {
    const noon = '2026-11-24T12:00:00.000Z'
    expect([0, 1, 2, 3].map(used => code(noon, used))).toEqual([
      'may start',
      'may start',
      'no-sittings-left',
      'no-sittings-left',
    ])
    expect(refuseStart({ ...assignment, sittingsAllowed: 1 }, 1, noon)?.message).toBe('Your one sitting has been used.')
  })
  it('has no limits where none are set', () => {
    expect(code('2030-01-01T00:00:00.000Z', 0, { opensAt: null, closesAt: null })).toBe('may start')
  })
})
