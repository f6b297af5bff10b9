import { describe, expect, it } from 'vitest'
import type { SkillsView } from '../../../core/wire/skills'
import { skillsCsv } from './skills'

const mastery = { level: 0.4, low: 0.2, high: 0.6, atTarget: 0.1, standing: 'gap' as const }
const counts = { secure: 0, unproven: 0, gap: 2 }
const view: SkillsView = {
  person: 'Robin Tarn',
  at: '',
  sittings: 1,
  criteria: 1,
  newest: null,
  counts,
  closeFirst: ['b', 'a'],
  trades: [
    {
      id: 'bookkeeping',
      title: 'Bookkeeping',
      target: 0.7,
      sittings: 1,
      criteria: 1,
      newest: null,
      counts,
      areas: [
        {
          id: 'x',
          title: 'Recording, first part',
          mastery,
          evidence: 2,
          counts,
          skills: ['a', 'b'].map(id => ({
            id,
            title: id === 'a' ? '=1+1' : 'He said “two”\nlines',
            can: '',
            target: 0.7,
            mastery,
            seen: 0,
            evidence: [],
            recurring: [{ fault: 'wrong side', times: 2 }],
            read: [],
            practise: [],
          })),
        },
      ],
    },
  ],
}

describe('the report as CSV (RFC 4180)', () => {
  const [head, first, ...rest] = skillsCsv(view).split('\r\n')
  it('has a head, a line for each skill, and quotes what needs it', () => {
    expect(head).toBe(
      'trade,area,skill,standing,level,10th percentile,90th percentile,chance of being at target,target,evidence,close first,what recurred',
    )
    expect(rest[0]).toContain('Bookkeeping,"Recording, first part","He said “two”\nlines",gap,0.4')
  })
  it('defuses what a spreadsheet would run', () => {
    expect(first).toContain(',"\'=1+1",gap')
  })
  it('says in which order to close the gaps', () => {
    expect([first, rest[0]].map(line => line?.split(',').at(-2))).toEqual(['2', '1'])
  })
})
