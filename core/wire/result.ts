import { z } from 'zod'
import { givenMark } from '../marking/desk'
import { howEnded } from '../sitting/events'
import { workShown } from './marking'
import { stepStatus } from './sitting'

const points = z.number()

export const criterionResultView = z.strictObject({
  id: z.string(),
  label: z.string(),
  points,
  outOf: points,
  met: z.boolean(),
  found: z.string(),
  note: z.string().optional(),
  followedThrough: z.boolean().optional(),
  /** So much of it has been held since this try, which counts by this weight. */
  held: z.array(z.strictObject({ share: z.number(), since: z.int(), weight: z.number() })),
  /** Only where the release shows answers. */
  expected: z.string().optional(),
  feedback: z.string().optional(),
})

export const stepResultView = z.strictObject({
  id: z.string(),
  instruction: z.string(),
  status: z.enum([...stepStatus.options, 'marked']),
  points,
  outOf: points,
  triesUsed: z.int(),
  triesAllowed: z.int(),
  workedMs: z.number(),
  setRight: z.boolean(),
  reached: z.boolean(),
  /** Points of it that wait for a marker. */
  waiting: points,
  hints: z.array(z.string()),
  hintsTookOff: points,
  /** The check that it earns, from 1; 0 where there is none. */
  earnsCheck: z.int(),
  explanation: z.string().optional(),
  /** What was answered, and what a person said to it, where a person marked it and that was released. */
  marked: z
    .strictObject({
      work: workShown.nullable(),
      given: givenMark,
      reply: z.string().nullable(),
      answered: z.string().nullable(),
    })
    .optional(),
  criteria: z.array(criterionResultView),
})
export type StepResultView = z.infer<typeof stepResultView>

export const taskResultView = z.strictObject({
  id: z.string(),
  title: z.string(),
  minutes: z.number(),
  workedMs: z.number(),
  score: points,
  outOf: points,
  waiting: points,
  /** The kinds of files that its work goes out as. */
  files: z.array(z.string()),
  steps: z.array(stepResultView),
})
export type TaskResultView = z.infer<typeof taskResultView>

export const resultView = z.strictObject({
  sittingId: z.string(),
  assignmentId: z.string(),
  paperTitle: z.string(),
  person: z.string(),
  number: z.int(),
  startedAt: z.string(),
  endedAt: z.string(),
  how: howEnded,
  minutes: z.number().nullable(),
  workedMs: z.number(),
  tryWeights: z.array(z.number()),
  /** By which rules it is marked: 1 by the last try, 2 by layers and the best check, 3 those of today. */
  scoring: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
  partial: z.boolean(),
  /** Marked again by later rules than those of its time; what it was before. */
  rescored: z.strictObject({ at: z.string(), before: points }).nullable(),
  answersShown: z.boolean(),
  score: points,
  outOf: points,
  waiting: points,
  tasks: z.array(taskResultView),
})
export type ResultView = z.infer<typeof resultView>
