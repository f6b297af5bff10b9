import betaCdf from '@stdlib/stats-base-dists-beta-cdf'
import betaQuantile from '@stdlib/stats-base-dists-beta-quantile'

/** One piece of evidence for a skill: result from 0 to 1, its weight, and the step of a sitting that it comes from. */
export interface Evidence {
  r: number
  w: number
  step: string
}

export type Standing = 'secure' | 'unproven' | 'gap'

export interface Mastery {
  alpha: number
  beta: number
  /** The likely level, 0 to 1. */
  level: number
  /** 10th and 90th percentile of the level. */
  low: number
  high: number
  /** Probability that the true level is at the target or above. */
  atTarget: number
  standing: Standing
  /** Unproven because all of the evidence comes from one step: what it would say otherwise. */
  once?: 'right' | 'miss'
}

const HALF_LIFE_DAYS = 90

/** Weight of one criterion's evidence for one of the skills that it names. Ages below nothing count as new. */
export function evidenceWeight(skillsNamed: number, ageDays: number): number {
  return (1 / skillsNamed) * 0.5 ** (Math.max(0, ageDays) / HALF_LIFE_DAYS)
}

/**
 * What the evidence says about a level: a Beta distribution that starts even (1, 1) and takes each
 * result as that much of a success and that much of a failure. One step alone proves nothing, however much it judges.
 */
export function masteryOf(evidence: readonly Evidence[], target: number): Mastery {
  const alpha = 1 + evidence.reduce((sum, { r, w }) => sum + w * r, 0)
  const beta = 1 + evidence.reduce((sum, { r, w }) => sum + w * (1 - r), 0)
  const atTarget = 1 - betaCdf(target, alpha, beta)
  const says = atTarget >= 0.75 ? 'secure' : atTarget <= 0.25 ? 'gap' : 'unproven'
  const steps = new Set(evidence.map(({ step }) => step)).size
  return {
    alpha,
    beta,
    level: alpha / (alpha + beta),
    low: betaQuantile(0.1, alpha, beta),
    high: betaQuantile(0.9, alpha, beta),
    atTarget,
    standing: steps > 1 ? says : 'unproven',
    ...(steps === 1 && onceOf(evidence, target)),
  }
}

/** What one step says of a skill: all of it right, or less of it than the target. */
function onceOf(evidence: readonly Evidence[], target: number): Pick<Mastery, 'once'> {
  if (evidence.every(({ r }) => r > 1 - 1e-9)) return { once: 'right' }
  const sum = (of: (one: Evidence) => number): number => evidence.reduce((before, one) => before + of(one), 0)
  return sum(({ r, w }) => r * w) < target * sum(({ w }) => w) ? { once: 'miss' } : {}
}
