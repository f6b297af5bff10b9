import type { Scored } from '../../../core/assignment/counting'
import type { AssignmentSettings } from '../../../core/assignment/settings'
import type { Sitting } from '../../db/sittings'

/** Ended sittings as far as their scores matter. */
export function scoredOf(sittings: readonly Sitting[]): Scored[] {
  return sittings.flatMap(({ number, score, endedAt }) => (endedAt === null ? [] : [{ number, score, endedAt }]))
}

/** The settings with the due date of one person. */
export function countedFor(settings: AssignmentSettings, dueAt: string | null): AssignmentSettings {
  return { ...settings, dueAt }
}
