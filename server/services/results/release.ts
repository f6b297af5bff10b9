import type { Assignment } from '../../db/assignments'

/** Whether the results of an assignment may be seen by those who sat it. */
export function isReleased({ settings, releasedAt }: Assignment, at: string): boolean {
  if (releasedAt !== null && releasedAt <= at) return true
  switch (settings.results) {
    case 'at-end':
      return true
    case 'on-date':
      return settings.resultsAt !== null && at >= settings.resultsAt
    case 'after-release':
      return false
  }
}

/** When results show by themselves, or null if somebody has to release them. */
export function releasedFrom({ settings }: Assignment): string | null {
  return settings.results === 'on-date' ? settings.resultsAt : null
}
