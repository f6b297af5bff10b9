import { describe, expect, it } from 'vitest'
import { sumOf } from './sums'

describe('the pocket calculator', () => {
  it.each([
    ['480 + 96', '576'],
    ['0.1 + 0.2', '0.3'],
    ['(1,000 − 250) × 2.5 %', '18.75'],
    ['10 ÷ 4', '2.5'],
    ['1 ÷ 3', '0.33333333'],
    ['−5 + 2', '-3'],
    ['120', '120'],
  ])('%s is %s', (line, sum) => expect(sumOf(line)).toBe(sum))

  it.each(['', '()', '1 +', '1 ÷ 0', 'x + 1', '2 ^ 9', 'import("x")', '1'.repeat(201)])('makes nothing of “%s”', line =>
    expect(sumOf(line)).toBeNull(),
  )
})
