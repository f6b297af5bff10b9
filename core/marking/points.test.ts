import { describe, expect, it } from 'vitest'
import { bestCheck, earned, hundredths, pointsInWords, stepPoints, tryWeight } from './points'

const total = (parts: number[]): number => parts.reduce((sum, part) => sum + part, 0)
const rules = { tryWeights: [1, 0.7, 0.4], partial: true }
const points = [200, 100, 100]

describe('points of a step', () => {
  it('passed on the second try of [1, 0.7, 0.4]: 1.40 + 0.70 + 0.70 = 2.80 of 4', () => {
    const parts = stepPoints(
      {
        points,
        checks: [
          [1, 0, 0],
          [1, 1, 1],
        ],
        passed: true,
      },
      rules,
    )
    expect(parts).toEqual([140, 70, 70])
    expect(pointsInWords(total(parts))).toBe('2.80')
  })

  it('out of tries with the best check meeting 2 and 1, partial on: (2 + 1) × 0.4 = 1.20', () => {
    const checks = [
      [1, 0, 0],
      [1, 1, 0],
      [0, 1, 0],
    ]
    expect(total(stepPoints({ points, checks, passed: false }, rules))).toBe(120)
  })

  it('out of tries, partial off: 0', () => {
    const checks = [
      [1, 0, 0],
      [1, 1, 0],
      [0, 1, 0],
    ]
    expect(stepPoints({ points, checks, passed: false }, { ...rules, partial: false })).toEqual([0, 0, 0])
  })

  it('never tried: 0', () => {
    expect(stepPoints({ points, checks: [], passed: false }, rules)).toEqual([0, 0, 0])
  })

  it('passed on the first try of the default weights earns everything', () => {
    expect(
      stepPoints({ points, checks: [[1, 1, 1]], passed: true }, { tryWeights: [1, 1, 1], partial: false }),
    ).toEqual([200, 100, 100])
  })

  it('rounds half up at the criterion: 1.00 × 0.7 × 1/20 = 0.035 is 0.04', () => {
    expect(earned(100, 0.05, 0.7)).toBe(4)
    expect(earned(100, 1 / 3, 1)).toBe(33)
    expect(earned(100, 2 / 3, 1)).toBe(67)
  })

  it('repeats the last weight for tries beyond the weights', () => {
    expect([1, 2, 3, 4, 9].map(k => tryWeight([1, 0.7, 0.4], k))).toEqual([1, 0.7, 0.4, 0.4, 0.4])
    expect(() => tryWeight([], 1)).toThrow(RangeError)
  })

  it('takes the earlier of two checks that are worth the same', () => {
    const first = [1, 0, 0]
    expect(bestCheck(points, [first, [0, 1, 1]])).toBe(first)
  })

  it('refuses points finer than hundredths', () => {
    expect(hundredths(0.25)).toBe(25)
    expect(() => hundredths(0.333)).toThrow(RangeError)
    expect(() => hundredths(-1)).toThrow(RangeError)
  })
})
