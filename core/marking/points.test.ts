import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bestCheck, earned, hundredths, layers, pointsInWords, stepPoints, tryWeight } from './points'
import type { PointRules } from './points'

const total = (parts: number[]): number => parts.reduce((sum, part) => sum + part, 0)
const rules: PointRules = { tryWeights: [1, 0.7, 0.4], partial: true, scoring: 2 }
const points = [200, 100, 100]

describe('points of a step', () => {
  // The worked table of the scoring rules: weights [1, 0.7, 0.4], criteria of 2, 1 and 1 points.
  it.each<[checks: number[][], passed: boolean, points: string, check: number]>([
    [
      [
        [1, 0, 0],
        [1, 1, 1],
      ],
      true,
      '3.40',
      2,
    ],
    [[[1, 1, 1]], true, '4.00', 1],
    [
      [
        [0, 0, 0],
        [0, 0, 0],
        [1, 1, 1],
      ],
      true,
      '1.60',
      3,
    ],
    [
      [
        [1, 0, 0],
        [1, 1, 0],
        [1, 0, 0],
      ],
      false,
      '2.70',
      2,
    ],
    [
      [
        [1, 0, 0],
        [0, 1, 1],
        [1, 1, 1],
      ],
      true,
      '2.20',
      3,
    ],
    [
      [
        [1, 0, 0],
        [0, 0, 0],
        [1, 1, 1],
      ],
      true,
      '2.00',
      1,
    ],
    [
      [
        [0.5, 0, 0],
        [1, 1, 1],
      ],
      true,
      '3.10',
      2,
    ],
  ])('%j: %s is %s, by check %s', (checks, passed, wanted, check) => {
    const found = stepPoints({ points, checks, passed }, rules)
    expect(pointsInWords(total(found.points))).toBe(wanted)
    expect(found.check + 1).toBe(check)
  })

  it('out of tries, partial off: 0', () => {
    const checks = [
      [1, 0, 0],
      [1, 1, 0],
      [1, 0, 0],
    ]
    expect(stepPoints({ points, checks, passed: false }, { ...rules, partial: false }).points).toEqual([0, 0, 0])
  })

  it('never tried: 0, by no check', () => {
    expect(stepPoints({ points, checks: [], passed: false }, rules)).toEqual({ points: [0, 0, 0], check: -1 })
  })

  it('no further check lowers what a step has earned', () => {
    const check = fc.array(fc.constantFrom(0, 0.25, 0.5, 1), { minLength: 3, maxLength: 3 })
    fc.assert(
      fc.property(fc.array(check, { minLength: 2, maxLength: 6 }), checks => {
        const sums = checks.map((_, index) =>
          total(stepPoints({ points, checks: checks.slice(0, index + 1), passed: false }, rules).points),
        )
        expect(sums).toEqual([...sums].sort((a, b) => a - b))
      }),
    )
  })

  it('the layers of a criterion: what has been held since which try', () => {
    expect(layers([1, 0, 1])).toEqual([{ share: 1, since: 3 }])
    expect(layers([0.5, 1])).toEqual([
      { share: 0.5, since: 1 },
      { share: 0.5, since: 2 },
    ])
    expect(layers([1, 0.5])).toEqual([{ share: 0.5, since: 1 }])
    expect(layers([1, 0])).toEqual([])
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

describe('points as sittings were scored before', () => {
  const before: PointRules = { ...rules, scoring: 1 }
  it('a passed step counts by the try that passed it, all of it: 2.80', () => {
    const checks = [
      [1, 0, 0],
      [1, 1, 1],
    ]
    expect(stepPoints({ points, checks, passed: true }, before)).toEqual({ points: [140, 70, 70], check: 1 })
  })
  it('another keeps its best check by the last try used: (2 + 1) × 0.4 = 1.20', () => {
    const checks = [
      [1, 0, 0],
      [1, 1, 0],
      [0, 1, 0],
    ]
    const { points: parts, check } = stepPoints({ points, checks, passed: false }, before)
    expect([total(parts), check]).toEqual([120, 1])
  })
})
