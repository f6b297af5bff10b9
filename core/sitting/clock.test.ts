import { describe, expect, it } from 'vitest'
import { counts, deadlineOf, extend, pause, resume, startClock, workedMs } from './clock'
import { allowanceMs } from '../ground/time/moments'

const at = (minutes: number, seconds = 0): string =>
  new Date(Date.UTC(2026, 10, 24, 14, minutes, seconds)).toISOString()
const clock = startClock(at(0), allowanceMs(25), null)

describe('the clock of a sitting', () => {
  it('allows the paper’s minutes times the trainee’s factor', () => {
    expect(allowanceMs(25)).toBe(1_500_000)
    expect(allowanceMs(25, 1.25)).toBe(1_875_000)
  })

  it('ends at start + allowance + extensions + pauses', () => {
    expect(deadlineOf(clock, at(3))).toBe(at(25))
    const paused = resume(pause(extend(clock, 120_000), at(10)), at(14))
    expect(deadlineOf(paused, at(20))).toBe(at(31))
  })

  it('moves on with a pause that is under way', () => {
    expect(deadlineOf(pause(clock, at(10)), at(12))).toBe(at(27))
  })

  it('runs out when the assignment closes, if that is earlier', () => {
    expect(deadlineOf(startClock(at(0), allowanceMs(25), at(20)), at(0))).toBe(at(20))
    expect(deadlineOf(extend(startClock(at(0), allowanceMs(25), at(20)), 600_000), at(0))).toBe(at(20))
  })

  it('counts working time without pauses', () => {
    const paused = resume(pause(clock, at(10)), at(14))
    expect(workedMs(pause(clock, at(10)), at(13))).toBe(600_000)
    expect(workedMs(paused, at(20))).toBe(960_000)
    expect(resume(clock, at(5))).toBe(clock)
  })
})

describe('whether an event counts', () => {
  const grace = 60
  it.each([
    ['before the deadline, whatever it says of itself', at(24, 59), at(40), true],
    ['on the deadline', at(25), at(25), false],
    ['in the grace period, made before the deadline', at(25, 59), at(24, 59), true],
    ['in the grace period, made after the deadline', at(25, 30), at(25, 1), false],
    ['in the grace period, without saying when', at(25, 30), undefined, false],
    ['after the grace period, made before the deadline', at(26), at(24), false],
  ])('%s', (_, arrived, made, yes) => {
    expect(counts(at(25), grace, made, arrived)).toBe(yes)
  })
})
