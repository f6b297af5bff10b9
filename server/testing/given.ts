import { settingsOf } from '../../core/assignment/settings'
import type { AssignmentSettingsInput } from '../../core/assignment/settings'
import type { Assignment } from '../db/assignments'

/** The week-end paper (or another) as an assignment, with settings that differ from the defaults. */
export function givenPaper(
  id: string,
  settings: AssignmentSettingsInput = {},
  paperId = 'week-end-journals',
): Assignment {
  return {
    id,
    paperId,
    paperVersion: 1,
    settings: settingsOf(settings),
    courseId: null,
    releasedAt: null,
    givenBy: null,
  }
}
