import { describe, expect, it } from 'vitest'
import { evidenceWeight, masteryOf } from './mastery'
import type { Evidence } from './mastery'

/** Pieces of evidence as [r, w], each from a step of its own. */
const pieces = (...rw: [number, number][]): Evidence[] => rw.map(([r, w], at) => ({ r, w, step: `s${at}` }))
const inOneStep = (...rw: [number, number][]): Evidence[] => pieces(...rw).map(one => ({ ...one, step: 's' }))

/** Target 0.70; columns: evidence, α, β, level, P, 10th, 90th percentile, standing. */
const worked: [string, Evidence[], number, number, number, number, number, number, string][] = [
  ['none', [], 1, 1, 0.5, 0.3, 0.1, 0.9, 'unproven'],
  ['one right', pieces([1, 1]), 2, 1, 0.6667, 0.51, 0.3162, 0.9487, 'unproven'],
  ['three right', pieces([1, 1], [1, 1], [1, 1]), 4, 1, 0.8, 0.7599, 0.5623, 0.974, 'secure'],
  ['one wrong', pieces([0, 1]), 1, 2, 0.3333, 0.09, 0.0513, 0.6838, 'unproven'],
  ['two wrong', pieces([0, 1], [0, 1]), 1, 3, 0.25, 0.027, 0.0345, 0.5358, 'gap'],
  ['two wrong in one step', inOneStep([0, 1], [0, 1]), 1, 3, 0.25, 0.027, 0.0345, 0.5358, 'unproven'],
  ['three right in one step', inOneStep([1, 1], [1, 1], [1, 1]), 4, 1, 0.8, 0.7599, 0.5623, 0.974, 'unproven'],
  ['mixed, one older', pieces([1, 1], [0.5, 1], [0, 1], [1, 0.5]), 3, 2.5, 0.5455, 0.2412, 0.2786, 0.8034, 'gap'],
  ['an old wrong and two right', pieces([0, 0.5], [1, 1], [1, 1]), 3, 1.5, 0.6667, 0.4878, 0.3782, 0.9136, 'unproven'],
]

describe('mastery', () => {
  it.each(worked)('%s', (_, evidence, alpha, beta, level, atTarget, low, high, standing) => {
    const mastery = masteryOf(evidence, 0.7)
    expect(mastery.alpha).toBe(alpha)
    expect(mastery.beta).toBe(beta)
    expect(mastery.level).toBeCloseTo(level, 4)
    expect(mastery.atTarget).toBeCloseTo(atTarget, 4)
    expect(mastery.low).toBeCloseTo(low, 4)
    expect(mastery.high).toBeCloseTo(high, 4)
    expect(mastery.standing).toBe(standing)
  })

  it('says of what only one step has shown whether it was missed or right so far', () => {
    const once = (evidence: Evidence[]) => masteryOf(evidence, 0.7).once
    expect(once(pieces([0, 1]))).toBe('miss')
    expect(once(inOneStep([0, 1], [1, 0.1]))).toBe('miss')
    expect(once(pieces([1, 1]))).toBe('right')
    expect(once(inOneStep([1, 1], [1, 1]))).toBe('right')
    expect(once(pieces([0.9, 1]))).toBeUndefined()
    expect(once(pieces([0.6, 0.2]))).toBe('miss')
    expect(once([])).toBeUndefined()
    expect(once(pieces([0, 1], [0, 1]))).toBeUndefined()
  })

  it('halves the weight every 90 days and shares it among the skills named', () => {
    expect(evidenceWeight(1, 0)).toBe(1)
    expect(evidenceWeight(1, 90)).toBe(0.5)
    expect(evidenceWeight(2, 180)).toBe(0.125)
    expect(evidenceWeight(1, -3)).toBe(1)
  })
})
