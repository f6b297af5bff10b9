import { z } from 'zod'
import type { Paper } from '../../paper/schema'
import { afterwards } from './afterwards'
import { door } from './door'
import { shapeOf, toldOf } from './setting'
import { when } from './when'
import { work } from './work'

export { presetIds, presets } from './presets'
export type { PresetId } from './presets'
export { ruleOverrides, rules } from './rules'
export type { RuleName, RuleOverrides } from './rules'

/** Every setting, in the order in which it bites and in which a form shows it. */
export const settingGroups = [
  { title: 'When and how often', settings: when },
  { title: 'At the door', settings: door },
  { title: 'At work', settings: work },
  { title: 'Afterwards', settings: afterwards },
] as const

/** Everything that is decided when a paper is given to people. */
export const settings = { ...when, ...door, ...work, ...afterwards }

/** What the cover tells of them, as it is sent. */
export const toldSettings = toldOf(settings)
export const settingsOnCover = z.object(shapeOf(toldSettings))
export type SettingsOnCover = z.infer<typeof settingsOnCover>

export const assignmentSettings = z.strictObject(shapeOf(settings)).superRefine((one, context) => {
  const refuse = (field: string, message: string): void => context.addIssue({ code: 'custom', path: [field], message })
  const { opensAt, dueAt, closesAt } = one
  if (opensAt && closesAt && closesAt <= opensAt)
    refuse('closesAt', 'The closing time must come after the opening time.')
  if (opensAt && dueAt && dueAt <= opensAt) refuse('dueAt', 'The due date must come after the opening time.')
  if (dueAt && closesAt && dueAt > closesAt) refuse('dueAt', 'The due date can’t come after the closing time.')
  if (one.results === 'on-date' && !one.resultsAt) refuse('resultsAt', 'Say when the results are to show.')
  if (one.optional && !one.unit) refuse('unit', 'Say which unit the score may count for.')
  if (one.codeFrom === 'invigilator' && !one.room)
    refuse('room', 'An invigilator enters the code, so the sitting needs a room.')
  if (one.admission && !one.room) refuse('room', 'An invigilator lets people in, so the sitting needs a room.')
})
export type AssignmentSettings = z.infer<typeof assignmentSettings>
export type AssignmentSettingsInput = z.input<typeof assignmentSettings>

/** The settings of a preset in full. */
export function settingsOf(input: AssignmentSettingsInput): AssignmentSettings {
  return assignmentSettings.parse(input)
}

/** What a paper says of its results, as settings to begin with. */
export function releaseOf({ release }: Pick<Paper, 'release'>): Pick<AssignmentSettings, 'results' | 'answers'> {
  return { results: release.results === 'held' ? 'after-release' : 'at-end', answers: release.answers }
}
