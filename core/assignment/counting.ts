import type { AssignmentSettings } from './settings'

/** An ended sitting as far as its score matters. `score` is in hundredths of a point, null while void. */
export interface Scored {
  number: number
  score: number | null
  endedAt: string
}

/** Whether a sitting that ended at this moment is late. `dueAt` may be a person's own. */
export function isLate(settings: Pick<AssignmentSettings, 'dueAt'>, endedAt: string): boolean {
  return settings.dueAt !== null && endedAt > settings.dueAt
}

/** Hundredths after what lateness takes off, rounded half up. */
export function afterLateness(
  settings: Pick<AssignmentSettings, 'dueAt' | 'latePercent'>,
  sitting: Scored,
): number | null {
  if (sitting.score === null) return null
  return isLate(settings, sitting.endedAt)
    ? Math.round((sitting.score * (100 - settings.latePercent)) / 100)
    : sitting.score
}

/** The score that counts among several sittings, in hundredths, or null if none has a score. */
export function countingScore(
  settings: Pick<AssignmentSettings, 'counts' | 'dueAt' | 'latePercent'>,
  sittings: readonly Scored[],
): number | null {
  const scores = [...sittings]
    .sort((a, b) => a.number - b.number)
    .flatMap(sitting => afterLateness(settings, sitting) ?? [])
  if (scores.length === 0) return null
  switch (settings.counts) {
    case 'best':
      return Math.max(...scores)
    case 'first':
      return scores[0] ?? null
    case 'last':
      return scores.at(-1) ?? null
    case 'average':
      return Math.round(scores.reduce((sum, score) => sum + score, 0) / scores.length)
  }
}
