import { describe, expect, it } from 'vitest'
import { afterLateness, countingScore, isLate } from './counting'

const DUE = '2026-11-24T18:00:00.000Z'
const [inTime, late] = ['2026-11-24T17:59:59.999Z', '2026-11-24T18:00:00.001Z']
const sat = (number: number, score: number | null, endedAt = inTime) => ({ number, score, endedAt })
const settings = (counts: 'best' | 'last' | 'first' | 'average', latePercent = 0) => ({
  counts,
  dueAt: DUE,
  latePercent,
})

describe('lateness', () => {
  it('begins after the due date, not on it', () => {
    expect([inTime, DUE, late].map(moment => isLate({ dueAt: DUE }, moment))).toEqual([false, false, true])
    expect(isLate({ dueAt: null }, late)).toBe(false)
  })

  it('takes its per cent off, rounded half up to a hundredth: 90 % of 33.35 is 30.02', () => {
    expect(afterLateness({ dueAt: DUE, latePercent: 10 }, sat(1, 3335, late))).toBe(3002)
    expect(afterLateness({ dueAt: DUE, latePercent: 10 }, sat(1, 3335))).toBe(3335)
    expect(afterLateness({ dueAt: DUE, latePercent: 100 }, sat(1, 3335, late))).toBe(0)
  })
})

describe('the score that counts', () => {
  const three = [sat(2, 5000), sat(1, 4000), sat(3, 3000)]
  it.each([
    ['best', 5000],
    ['last', 3000],
    ['first', 4000],
    ['average', 4000],
  ] as const)('%s of 40, 50 and 30', (counts, score) => expect(countingScore(settings(counts), three)).toBe(score))

  it('leaves out sittings without a score, and is none when there is none', () => {
    expect(countingScore(settings('last'), [sat(1, 4000), sat(2, null)])).toBe(4000)
    expect(countingScore(settings('average'), [sat(1, null)])).toBeNull()
    expect(countingScore(settings('best'), [])).toBeNull()
  })

  it('compares after lateness: 60 late with half off loses against 40 in time', () => {
    expect(countingScore(settings('best', 50), [sat(1, 4000), sat(2, 6000, late)])).toBe(4000)
  })
})
