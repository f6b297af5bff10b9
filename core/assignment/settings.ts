import { z } from 'zod'
import { paperRules, slug } from '../paper/schema'
import type { Paper } from '../paper/schema'
import { moment } from '../ground/time/moments'

/** Something that a trainee fills in before starting. */
const detail = z.strictObject({
  id: slug,
  label: z.string().trim().min(1).max(80),
  required: z.boolean().default(true),
})

/** Rules of the paper that an assignment may set otherwise. */
export const ruleOverrides = z
  .strictObject({
    tries: paperRules.shape.tries.unwrap(),
    partial: paperRules.shape.partial.unwrap(),
    feedback: paperRules.shape.feedback.unwrap(),
    afterTries: paperRules.shape.afterTries.unwrap(),
    setRightWhenLeft: paperRules.shape.setRightWhenLeft.unwrap(),
    answers: paperRules.shape.answers.unwrap(),
    unsettle: paperRules.shape.unsettle.unwrap(),
    moveOn: paperRules.shape.moveOn.unwrap(),
  })
  .partial()
export type RuleOverrides = z.infer<typeof ruleOverrides>

/** Everything that is decided when a paper is given to people. Moments are ISO 8601, kept in UTC. */
const settings = z.strictObject({
  sittingsAllowed: z.int().min(1).max(50).default(1),
  /** Which of several sittings' scores counts. */
  counts: z.enum(['best', 'last', 'first', 'average']).default('best'),

  opensAt: moment.nullable().default(null),
  /** After it a sitting is late; it may still be started until `closesAt`. */
  dueAt: moment.nullable().default(null),
  closesAt: moment.nullable().default(null),
  /** Per cent of the score taken off a late sitting. */
  latePercent: z.number().min(0).max(100).default(0),

  /** Name of the room it is sat in; empty for anywhere. */
  room: z.string().trim().max(60).default(''),
  /** Empty for none. */
  accessCode: z.string().trim().max(40).default(''),
  codeFrom: z.enum(['trainee', 'invigilator']).default('trainee'),
  /** An invigilator lets each person in. */
  admission: z.boolean().default(false),
  conditions: z.array(z.string().trim().min(1).max(300)).max(10).default([]),
  details: z.array(detail).max(6).default([]),
  systemCheck: z.boolean().default(false),
  /** Of the system check: a task needs the microphone. */
  microphone: z.boolean().default(false),
  /** Seconds for reading the instructions before the sitting may start. */
  readingSeconds: z.int().min(0).max(3600).default(0),
  /** Id of an assignment that must be finished first. */
  after: z.string().max(60).nullable().default(null),

  /** Whether a trainee may leave and come back; if not, leaving ends the sitting. */
  resume: z.boolean().default(true),
  secondWindow: z.boolean().default(true),
  /** Minutes of work before which the paper can't be handed in. */
  handInFromMinute: z.int().min(0).max(600).default(0),
  /** The trainee types their name when handing in. */
  sign: z.boolean().default(false),
  contact: z.string().trim().max(200).default('your trainer'),
  rules: ruleOverrides.default({}),

  results: z.enum(['at-end', 'on-date', 'after-release']).default('at-end'),
  resultsAt: moment.nullable().default(null),
  /** Whether a released result also shows what was expected. */
  answers: z.boolean().default(true),

  /** How many people mark each answer that no program can; and whether they see whose it is. */
  markers: z.union([z.literal(1), z.literal(2)]).default(1),
  namesHidden: z.boolean().default(false),

  /** The trainee decides afterwards whether the score counts in place of `unit`'s. */
  optional: z.boolean().default(false),
  unit: z.string().trim().max(120).default(''),
  rating: z.boolean().default(false),
  /** Photos and PDFs of the work, to be uploaded within so many minutes after the end. */
  evidence: z
    .strictObject({
      minutes: z.int().min(1).max(10_080),
      files: z.int().min(1).max(20),
      megabytes: z.int().min(1).max(20),
    })
    .nullable()
    .default(null),
})

export const assignmentSettings = settings.superRefine((one, context) => {
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

export const presetIds = ['exam', 'mock', 'practice', 'open-until-due'] as const
export type PresetId = (typeof presetIds)[number]

/** Sensible settings to begin with; each leaves window, room and code to whoever assigns. */
export const presets: Record<PresetId, { title: string; about: string; settings: AssignmentSettingsInput }> = {
  'exam': {
    title: 'Exam',
    about: 'One sitting in a room, admitted by an invigilator, signed, results when you release them.',
    settings: {
      systemCheck: true,
      admission: true,
      readingSeconds: 30,
      resume: false,
      secondWindow: false,
      handInFromMinute: 5,
      sign: true,
      results: 'after-release',
      answers: false,
      conditions: ['I work alone, with nothing but what the cover allows.'],
      rules: { feedback: 'none', setRightWhenLeft: false },
      contact: 'the invigilator',
    },
  },
  'mock': {
    title: 'Mock',
    about: 'Like the exam, but anywhere and with results at once.',
    settings: {
      sittingsAllowed: 2,
      counts: 'best',
      systemCheck: true,
      results: 'at-end',
      answers: true,
      rating: true,
      rules: { feedback: 'none' },
    },
  },
  'practice': {
    title: 'Practice',
    about: 'As often as you like, with reasons after every check.',
    settings: { sittingsAllowed: 20, counts: 'last', results: 'at-end', answers: true, rules: { feedback: 'why' } },
  },
  'open-until-due': {
    title: 'Open until due',
    about: 'At any time until the due date, and late for a week after it with a tenth taken off.',
    settings: { sittingsAllowed: 2, counts: 'best', latePercent: 10, results: 'at-end', answers: true, rating: true },
  },
}

/** The settings of a preset in full. */
export function settingsOf(input: AssignmentSettingsInput): AssignmentSettings {
  return assignmentSettings.parse(input)
}

/** What a paper says of its results, as settings to begin with. */
export function releaseOf({ release }: Pick<Paper, 'release'>): Pick<AssignmentSettings, 'results' | 'answers'> {
  return { results: release.results === 'held' ? 'after-release' : 'at-end', answers: release.answers }
}
