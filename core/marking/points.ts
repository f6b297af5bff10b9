/** Hundredths of a point: what points are kept in, so that sums are exact. */
export type Hundredths = number

/**
 * Points as content writes them (2, 0.5) in hundredths. Throws a RangeError for less than 0 or finer than
 * hundredths.
 */
export function hundredths(points: number): Hundredths {
  const whole = Math.round(points * 100)
  if (points < 0 || Math.abs(whole - points * 100) > 1e-6)
    throw new RangeError(`Points must be whole hundredths from 0 up, not ${points}.`)
  return whole
}

/** The weight of the k-th try (from 1). If the weights are fewer than the tries, the last one repeats. */
export function tryWeight(weights: readonly number[], k: number): number {
  const weight = weights[Math.min(k, weights.length) - 1]
  if (weight === undefined) throw new RangeError(`There is no weight for try ${k} in [${weights.join(', ')}].`)
  return weight
}

/**
 * What one criterion earns: points × share × weight, rounded half up to a hundredth. The product of
 * decimal fractions can fall a hair below a half that it stands for (100 × 0.7 × 0.05); the small
 * addend makes up for that and is far below any difference that counts.
 */
export function earned(points: Hundredths, share: number, weight: number): Hundredths {
  return Math.floor(points * share * weight + 0.5 + 1e-9)
}

/** One check of a step: the share that it gave each criterion, in the order of the criteria. */
export type Shares = readonly number[]

export interface StepWork {
  /** What each criterion is worth. */
  points: readonly Hundredths[]
  /** Every check that cost a try or passed, in order. */
  checks: readonly Shares[]
  passed: boolean
  /** The share of its points that hints left; 1 where none were told, or they are free. */
  left?: number
}

export interface PointRules {
  tryWeights: readonly number[]
  partial: boolean
}

/**
 * Points of each criterion of a step. A passed step earns by its last check; one that never passed
 * keeps the shares of its best check if `partial`, weighted by the last try used, else nothing.
 */
export function stepPoints(work: StepWork, rules: PointRules): Hundredths[] {
  const last = work.checks.at(-1)
  if (!last) return work.points.map(() => 0)
  const weight = tryWeight(rules.tryWeights, work.checks.length) * (work.left ?? 1)
  if (!work.passed && !rules.partial) return work.points.map(() => 0)
  const shares = work.passed ? last : bestCheck(work.points, work.checks)
  return work.points.map((points, index) => earned(points, shares[index] ?? 0, weight))
}

/** The check worth most; the earliest of equals. Throws a RangeError if there is none. */
export function bestCheck<One extends Shares>(points: readonly Hundredths[], checks: readonly One[]): One {
  const worth = (shares: One): number => points.reduce((sum, value, index) => sum + value * (shares[index] ?? 0), 0)
  const [first, ...others] = checks
  if (!first) throw new RangeError('A step without checks has no best one.')
  return others.reduce((best, shares) => (worth(shares) > worth(best) + 1e-9 ? shares : best), first)
}

/** Hundredths for reading, always two places: 2.80. */
export function pointsInWords(points: Hundredths): string {
  return (points / 100).toFixed(2)
}
