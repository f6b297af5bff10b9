import { sure } from '../ground/sure'

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

/**
 * By which rules a sitting is marked. A sitting keeps the rules of its time.
 * 1: a step counts by its last try. 2: points in layers, by the best check. 3: besides, a check of unchanged work
 * spends nothing, all that isn't closed is judged at the end, leaving a step judges it, and what is set right keeps
 * what belongs to other steps. 4: besides, unchanged is what comes out as before, a watched step keeps what brings it
 * nearer, and what was worked on and never checked is judged, right or wrong.
 */
export type Scoring = 1 | 2 | 3 | 4
export const SCORING = 4 satisfies Scoring

export interface PointRules {
  tryWeights: readonly number[]
  partial: boolean
  scoring: Scoring
}

/** What a step earns. */
export interface StepPoints {
  /** Of each criterion. */
  points: Hundredths[]
  /** The check that it earns, counted from 0; -1 where there is none. */
  check: number
}

/** Points of each criterion of a step. One that never passed earns nothing unless `partial`. */
export function stepPoints(work: StepWork, rules: PointRules): StepPoints {
  const nothing = work.points.map(() => 0)
  if (work.checks.length === 0) return { points: nothing, check: -1 }
  const found = rules.scoring === 1 ? byLastTry(work, rules) : byBestCheck(work, rules)
  return work.passed || rules.partial ? found : { ...found, points: nothing }
}

/** As before: a passed step earns by its last check, another by its best, both weighted by the last try used. */
function byLastTry(work: StepWork, rules: PointRules): StepPoints {
  const weight = tryWeight(rules.tryWeights, work.checks.length) * (work.left ?? 1)
  const check = work.passed ? work.checks.length - 1 : work.checks.indexOf(bestCheck(work.points, work.checks))
  return { check, points: work.points.map((points, index) => earned(points, work.checks[check]?.[index] ?? 0, weight)) }
}

/** The check that is worth most by its layers, the earliest of equals: so no later check costs anything. */
function byBestCheck(work: StepWork, rules: PointRules): StepPoints {
  const worth = work.checks.map((_, check) =>
    work.points.map((points, criterion) => {
      const shares = work.checks.slice(0, check + 1).map(one => one[criterion] ?? 0)
      const held = layers(shares).reduce((sum, { share, since }) => sum + share * tryWeight(rules.tryWeights, since), 0)
      return earned(points, held, work.left ?? 1)
    }),
  )
  const sums = worth.map(points => points.reduce((sum, one) => sum + one, 0))
  const check = sums.indexOf(Math.max(...sums))
  return { check, points: sure(worth[check]) }
}

/** So much of a criterion has been held without a break since this try (from 1). */
export interface Layer {
  share: number
  since: number
}

/**
 * The layers of a criterion at the last of these checks: each part of its share with the try since which it has
 * been held. `[1, 0, 1]` is all since 3; `[0.5, 1]` is half since 1 and half since 2.
 */
export function layers(shares: readonly number[]): Layer[] {
  const held = shares.map((_, index) => Math.min(...shares.slice(index)))
  return held
    .map((share, index) => ({ share: share - (held[index - 1] ?? 0), since: index + 1 }))
    .filter(({ share }) => share > 1e-9)
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
