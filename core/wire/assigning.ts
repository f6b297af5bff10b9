import { z } from 'zod'
import { adjustments } from '../assignment/adjustments'
import { assignmentSettings } from '../assignment/settings'
import { unitDocument } from '../assignment/units'
import { paperRules } from '../paper/schema'
import { moment as instant } from '../ground/time/moments'

const moment = z.string()
const id = z.string().max(60)

/** What there is to choose from when giving a paper. */
export const choicesView = z.strictObject({
  papers: z.array(
    z.strictObject({
      id: z.string(),
      version: z.int(),
      title: z.string(),
      trade: z.string(),
      kind: z.string(),
      minutes: z.number().nullable(),
      tasks: z.int(),
      points: z.number(),
      rules: paperRules,
    }),
  ),
  cohorts: z.array(z.strictObject({ id: z.string(), title: z.string(), people: z.array(z.string()) })),
  courses: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      inviteCode: z.string(),
      trial: z.boolean(),
      people: z.array(z.string()),
    }),
  ),
  people: z.array(z.strictObject({ id: z.string(), name: z.string(), email: z.string() })),
  rooms: z.array(z.string()),
  /** `tells`: whoever sat it was shown what is right. */
  assignments: z.array(z.strictObject({ id: z.string(), title: z.string(), paperId: z.string(), tells: z.boolean() })),
  units: z.array(z.string()),
})
export type ChoicesView = z.infer<typeof choicesView>

/** A course as those see it who give papers. */
export const courseGiven = z.strictObject({
  id: z.string(),
  title: z.string(),
  about: z.string(),
  inviteCode: z.string(),
  trial: z.boolean(),
  people: z.int(),
  papers: z.int(),
})
export type CourseGiven = z.infer<typeof courseGiven>

export const courseRequest = z.strictObject({
  title: z.string().trim().min(1, 'Give the course a name.').max(120),
  about: z.string().trim().max(400).default(''),
  /** Empty: the server makes one. */
  inviteCode: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^([A-Z0-9][A-Z0-9-]{4,28}[A-Z0-9])?$/, 'A code has 6 to 30 letters, digits and hyphens.')
    .default(''),
  /** Whether who joined may leave it again. */
  trial: z.boolean().default(false),
})
export type CourseRequest = z.infer<typeof courseRequest>

export const assignRequest = z.strictObject({
  paperId: id,
  people: z.array(id).max(2000).default([]),
  cohorts: z.array(id).max(100).default([]),
  courseId: id.nullable().default(null),
  settings: assignmentSettings,
})

export const givenView = z.strictObject({
  id: z.string(),
  paperTitle: z.string(),
  trade: z.string(),
  room: z.string(),
  opensAt: moment.nullable(),
  dueAt: moment.nullable(),
  closesAt: moment.nullable(),
  people: z.int(),
  notStarted: z.int(),
  working: z.int(),
  handedIn: z.int(),
  late: z.int(),
  released: z.boolean(),
  optional: z.boolean(),
  /** Its settings can't be read: it is closed to everyone until they are set anew. */
  unreadable: z.boolean(),
  results: z.enum(['at-end', 'on-date', 'after-release']),
})
export type GivenView = z.infer<typeof givenView>

export const traineeProgress = z.strictObject({
  personId: z.string(),
  name: z.string(),
  state: z.enum(['not-started', 'working', 'handed-in', 'voided']),
  late: z.boolean(),
  sittingsUsed: z.int(),
  sittingsAllowed: z.int(),
  closesAt: moment.nullable(),
  adjustments: z.array(z.string()),
  countingScore: z.number().nullable(),
  sittings: z.array(
    z.strictObject({
      id: z.string(),
      number: z.int(),
      startedAt: moment,
      endedAt: moment.nullable(),
      how: z.string().nullable(),
      score: z.number().nullable(),
      late: z.boolean(),
      signedAs: z.string().nullable(),
      credit: z.enum(['claimed', 'declined']).nullable(),
      digest: z.string().nullable(),
      uploads: z.int(),
    }),
  ),
})
export type TraineeProgress = z.infer<typeof traineeProgress>

export const progressView = z.strictObject({
  id: z.string(),
  paperTitle: z.string(),
  outOf: z.number(),
  /** False where tasks are drawn: `outOf` is then that of an average draw. */
  exactPoints: z.boolean(),
  now: moment,
  settings: assignmentSettings,
  /** What the paper itself says, where the settings don't say otherwise. */
  paperRules,
  released: z.boolean(),
  unreadable: z.boolean(),
  people: z.array(traineeProgress),
  ratings: z.strictObject({
    count: z.int(),
    effort: z.number(),
    clarity: z.number(),
    time: z.number(),
    words: z.array(z.string()),
  }),
})
export type ProgressView = z.infer<typeof progressView>

const reason = z.string().trim().min(1, 'Say why.').max(300)

/** What a trainer may do with an assignment once it is given. */
export const assignmentAct = z.discriminatedUnion('act', [
  z.strictObject({
    act: z.literal('grant'),
    people: z.array(id).min(1).max(1000),
    sittings: z.int().min(1).max(10),
    reason,
  }),
  z.strictObject({ act: z.literal('later'), people: z.array(id).min(1).max(1000), closesAt: instant, reason }),
  z.strictObject({ act: z.literal('reopen'), sittingId: id, minutes: z.int().min(1).max(600), reason }),
  z.strictObject({ act: z.literal('release') }),
  z.strictObject({ act: z.literal('settings'), settings: assignmentSettings }),
  z.strictObject({ act: z.literal('add-people'), people: z.array(id).min(1).max(1000) }),
])
export type AssignmentAct = z.infer<typeof assignmentAct>

/** A unit, with how many optional papers may stand in place of it. */
export const unitView = unitDocument.safeExtend({ id: z.string(), optional: z.int() })
export type UnitView = z.infer<typeof unitView>

/** Whose marks of which papers are looked at: a page of people, by name. */
export const marksQuery = z.strictObject({
  /** Papers that were given in the last year, with all that count in a unit; or whenever they were given. */
  given: z.enum(['lately', 'ever']).default('lately'),
  /** The title of a cohort; empty for everybody. */
  cohort: z.string().max(120).default(''),
  /** A part of the name. */
  name: z.string().max(120).default(''),
  page: z.coerce.number().int().min(0).max(10_000).default(0),
})
export type MarksQuery = z.infer<typeof marksQuery>
/** People on a page of the marks book. */
export const MARKS_PAGE = 50

export const marksView = z.strictObject({
  cohorts: z.array(z.string()),
  /** How many people there are over all pages, and how many papers were given earlier than is looked at. */
  people: z.int(),
  earlier: z.int(),
  units: z.array(z.strictObject({ id: z.string(), title: z.string(), takes: z.string() })),
  columns: z.array(
    z.strictObject({
      assignmentId: z.string(),
      title: z.string(),
      /** To whom it was given and when, in words that tell two givings of one paper apart. */
      givenTo: z.string(),
      givenAt: moment.nullable(),
      outOf: z.number(),
      exactPoints: z.boolean(),
      counts: z.enum(['best', 'last', 'first', 'average']),
      released: z.boolean(),
      unit: z.strictObject({ title: z.string(), weight: z.int() }).nullable(),
    }),
  ),
  rows: z.array(
    z.strictObject({
      personId: z.string(),
      name: z.string(),
      cohort: z.string(),
      cells: z.array(
        z.strictObject({
          assignmentId: z.string(),
          score: z.number().nullable(),
          /** Points of the person's sittings that wait for a marker. */
          waiting: z.number(),
          sittings: z.int(),
          late: z.boolean(),
          working: z.boolean(),
          credit: z.enum(['claimed', 'declined']).nullable(),
          /** Of a paper in a unit: whether it counts there, was dropped, is missing, or another stands for it. */
          inUnit: z.enum(['counts', 'dropped', 'missing', 'replaced']).nullable(),
        }),
      ),
      /** What each unit comes to, where anything of it was given to the person. */
      units: z.array(
        z.strictObject({
          unitId: z.string(),
          /** Per cent; null while nothing counts. */
          percent: z.number().nullable(),
          counted: z.int(),
          dropped: z.int(),
          missing: z.int(),
          byCredit: z.boolean(),
        }),
      ),
    }),
  ),
})
export type MarksView = z.infer<typeof marksView>

export const adjustedPersonView = z.strictObject({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  adjustments,
  inWords: z.array(z.string()),
})
export type AdjustedPersonView = z.infer<typeof adjustedPersonView>

export const adjustRequest = z.strictObject({ adjustments, reason })
