import { existsSync, readFileSync } from 'node:fs'
import { settingsOf } from '../../core/assignment/settings'
import type { AssignmentSettingsInput } from '../../core/assignment/settings'
import type { Assignment } from '../db/assignments'

/** The version that content ships of a paper; papers of tests are in their first. */
function versionOf(paperId: string): number {
  const file = `content/papers/${paperId}.yaml`
  if (!existsSync(file)) return 1
  return Number(/^version: (\d+)$/m.exec(readFileSync(file, 'utf8'))?.[1])
}

/** The week-end paper (or another) as an assignment, with settings that differ from the defaults. */
export function givenPaper(
  id: string,
  settings: AssignmentSettingsInput = {},
  paperId = 'week-end-journals',
): Assignment {
  return {
    id,
    paperId,
    paperVersion: versionOf(paperId),
    settings: settingsOf(settings),
    courseId: null,
    releasedAt: null,
    givenBy: null,
  }
}
