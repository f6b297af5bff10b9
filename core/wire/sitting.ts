import { z } from 'zod'
import { sourceDocument } from '../paper/documents'
import { clientEvent, howEnded } from '../sitting/events'

/** Points on the wire: numbers with two decimals at most, made from whole hundredths. */
const points = z.number()
const moment = z.string()

export const stepStatus = z.enum(['open', 'passed', 'out-of-tries', 'skipped', 'locked', 'awaiting-marker'])

/** What the last check told, as far as the paper's feedback rule goes. */
export const told = z.strictObject({
  passed: z.boolean(),
  criteria: z.array(z.strictObject({ label: z.string(), met: z.boolean(), feedback: z.string().optional() })).optional(),
})

export const stepView = z.strictObject({
  id: z.string(),
  instruction: z.string(),
  mode: z.enum(['watched', 'handed-in']),
  status: stepStatus,
  triesAllowed: z.int(),
  triesUsed: z.int(),
  points,
  earned: points.optional(),
  setRight: z.boolean().optional(),
  lastCheck: told.optional(),
})
export type StepView = z.infer<typeof stepView>

/** The part of a task that changes as the trainee works. */
export const taskProgressView = z.strictObject({
  id: z.string(),
  opened: z.boolean(),
  revisit: z.boolean(),
  /** Work was done on it, right or wrong. */
  begun: z.boolean(),
  /** Work that no check has seen yet. */
  unchecked: z.boolean(),
  state: z.unknown(),
  steps: z.array(stepView),
})
export type TaskProgressView = z.infer<typeof taskProgressView>

export const taskView = taskProgressView.extend({
  section: z.string(),
  title: z.string(),
  tool: z.string(),
  minutes: z.number(),
  brief: z.strictObject({ situation: z.array(z.string()), documents: z.array(sourceDocument) }),
  setup: z.unknown(),
})
export type TaskView = z.infer<typeof taskView>

export const sittingView = z.strictObject({
  id: z.string(),
  state: z.enum(['running', 'ended']),
  number: z.int(),
  paper: z.strictObject({
    id: z.string(),
    title: z.string(),
    minutes: z.number(),
    afterTries: z.enum(['set-right', 'leave']),
    allowed: z.array(z.string()),
    instructions: z.array(z.string()),
  }),
  now: moment,
  startedAt: moment,
  deadline: moment,
  /** Whole allowance in ms, with factor and extensions: what the tempo rail spreads the tasks over. */
  allowanceMs: z.number(),
  endedAt: moment.optional(),
  how: howEnded.optional(),
  current: z.string().nullable(),
  sections: z.array(z.strictObject({ id: z.string(), title: z.string(), tasks: z.array(z.string()) })),
  tasks: z.array(taskView),
})
export type SittingView = z.infer<typeof sittingView>

export const eventsRequest = z.strictObject({ events: z.array(clientEvent).min(1).max(100) })

export const verdict = told.extend({
  stepId: z.string(),
  status: stepStatus,
  triesUsed: z.int(),
  triesAllowed: z.int(),
  message: z.string(),
})
export type Verdict = z.infer<typeof verdict>

export const eventOutcome = z.strictObject({
  id: z.string(),
  status: z.enum(['accepted', 'refused', 'duplicate']),
  seq: z.int().optional(),
  verdict: verdict.optional(),
  refusal: z.string().optional(),
})
export type EventOutcome = z.infer<typeof eventOutcome>

export const eventsResponse = z.strictObject({
  outcomes: z.array(eventOutcome),
  now: moment,
  deadline: moment,
  /** The tasks that these events touched, as they now stand on the server. */
  tasks: z.array(taskProgressView),
})
export type EventsResponse = z.infer<typeof eventsResponse>

export const endedView = z.strictObject({
  id: z.string(),
  state: z.literal('ended'),
  how: howEnded,
  endedAt: moment,
  now: moment,
  /** Events in the log, for the receipt. */
  events: z.int(),
})
export type EndedView = z.infer<typeof endedView>
