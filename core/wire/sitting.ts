import { z } from 'zod'
import { adjustments } from '../assignment/adjustments'
import { sourceDocument } from '../paper/documents'
import { reading } from '../paper/reading'
import { aids, trayItem } from '../paper/schema'
import { clientEvent, howEnded } from '../sitting/events'
import { textMark } from '../sitting/text-marks'

/** Points on the wire: numbers with two decimals at most, made from whole hundredths. */
const points = z.number()
const moment = z.string()

export const stepStatus = z.enum(['open', 'passed', 'out-of-tries', 'skipped', 'locked', 'settled', 'awaiting-marker'])

/** What the last check told, as far as the paper's feedback rule goes. */
export const told = z.strictObject({
  passed: z.boolean(),
  criteria: z
    .array(z.strictObject({ label: z.string(), met: z.boolean(), feedback: z.string().optional() }))
    .optional(),
})

/** The part of a step that changes as the trainee works. */
export const stepProgressView = z.strictObject({
  id: z.string(),
  status: stepStatus,
  triesUsed: z.int(),
  earned: points.optional(),
  setRight: z.boolean().optional(),
  /** Its trainee means to come back to it. */
  revisit: z.literal(true).optional(),
  lastCheck: told.optional(),
  /** The hints that were asked for. */
  hints: z.array(z.string()).optional(),
  /** Once the step has closed, in papers that explain. */
  explanation: z.string().optional(),
})
export type StepProgressView = z.infer<typeof stepProgressView>

export const stepView = stepProgressView.extend({
  instruction: z.string(),
  mode: z.enum(['watched', 'handed-in']),
  marking: z.enum(['program', 'person']),
  triesAllowed: z.int(),
  points,
  /** Suggested time. */
  minutes: z.number(),
  /** How many hints there are to ask for. */
  hintsInAll: z.int(),
})
export type StepView = z.infer<typeof stepView>

/** The part of a task that changes as the trainee works; of its steps those that did. */
export const taskProgressView = z.strictObject({
  id: z.string(),
  opened: z.boolean(),
  revisit: z.boolean(),
  /** What its trainee marked in its texts. */
  marked: z.array(textMark),
  /** Work was done on it, right or wrong. */
  begun: z.boolean(),
  /** Work that no check has seen yet. */
  unchecked: z.boolean(),
  /** Names the work as the server has it: see core/sitting/work.ts. */
  mark: z.string(),
  steps: z.array(stepProgressView),
})
export type TaskProgressView = z.infer<typeof taskProgressView>

/** A task as the list of a sitting tells of it. What is worked on comes when it is opened. */
export const taskView = taskProgressView.extend({
  section: z.string(),
  /** Names the task when talking to the invigilator. */
  reference: z.string(),
  title: z.string(),
  /** Whether what it asks is held back: its section isn't open yet, or the clock stands. */
  withheld: z.boolean(),
  tool: z.string(),
  /** Whether its work is too large for the page's own thread. */
  heavy: z.boolean(),
  /** Setting one of its steps right keeps what was done for the others. */
  keepsOthers: z.boolean(),
  order: z.enum(['in-turn', 'free']),
  minutes: z.number(),
  steps: z.array(stepView),
})
export type TaskView = z.infer<typeof taskView>

/** What a task is worked on with: it comes when the task is first opened. */
export const taskWorkView = z.strictObject({
  id: z.string(),
  brief: z.strictObject({
    situation: z.array(z.string()),
    documents: z.array(sourceDocument),
    reading: reading.nullable(),
    references: z.array(reading),
  }),
  /** Read by the tool, together with what is shared. */
  setup: z.unknown(),
  /** Parts of the setup that several tasks may have: by name in the setup, and by digest. */
  shared: z.record(z.string(), z.string()),
  /** Those of the shared parts that the device didn't say it has, by digest. */
  parts: z.record(z.string(), z.unknown()),
  /** The work as it stands on the server: its mark, and what of it can't be had from the setup; null if untouched. */
  mark: z.string(),
  packed: z.unknown(),
})
export type TaskWorkView = z.infer<typeof taskWorkView>

export const paceView = z.strictObject({
  /** False for a paper without a clock: the deadline is then that of the assignment, or the last moment there is. */
  timed: z.boolean(),
  deadline: moment,
  /** From the start to the deadline: what the tempo rail spreads the tasks over. */
  allowanceMs: z.number(),
  /** The assignment closes before the trainee's own time is up. */
  closesFirst: z.boolean(),
  /** While the clock stands: why, since when, and until when at the most. */
  paused: z.strictObject({ reason: z.string(), since: moment, until: moment.nullable() }).nullable(),
  breakLeftMs: z.number(),
  /** How long the clock has stood so far. */
  stoodMs: z.number(),
  /** The section under way; null when all are closed. */
  section: z.string().nullable(),
  sections: z.array(
    z.strictObject({
      id: z.string(),
      closed: z.enum(['left', 'time-up']).nullable(),
      leftMs: z.number().nullable(),
      deadline: moment.nullable(),
    }),
  ),
})
export type PaceView = z.infer<typeof paceView>

export const messageView = z.strictObject({
  id: z.string(),
  from: z.enum(['trainee', 'room']),
  name: z.string(),
  text: z.string(),
  reference: z.string(),
  at: moment,
})
export type MessageView = z.infer<typeof messageView>

export const sittingView = z.strictObject({
  id: z.string(),
  state: z.enum(['running', 'ended']),
  number: z.int(),
  paper: z.strictObject({
    id: z.string(),
    title: z.string(),
    minutes: z.number().nullable(),
    afterTries: z.enum(['set-right', 'leave']),
    setRightWhenLeft: z.boolean(),
    instructions: z.array(z.string()),
    answers: z.enum(['checked', 'settled']),
    unsettle: z.boolean(),
    moveOn: z.boolean(),
    hints: z.boolean(),
    hintCost: z.number(),
    allowed: z.array(z.string()),
  }),
  rules: z.strictObject({
    resume: z.boolean(),
    secondWindow: z.boolean(),
    handInFrom: moment.nullable(),
    sign: z.boolean(),
    contact: z.string(),
    room: z.string(),
  }),
  support: z.strictObject({
    textSize: adjustments.shape.textSize.unwrap(),
    theme: adjustments.shape.theme.unwrap(),
    readingRuler: z.boolean(),
  }),
  now: moment,
  startedAt: moment,
  deadline: moment,
  pace: paceView,
  endedAt: moment.optional(),
  how: howEnded.optional(),
  current: z.string().nullable(),
  /** The page whose work counts; null when any page's does. */
  seat: z.string().nullable(),
  notes: z.string(),
  messages: z.array(messageView),
  sections: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      tasks: z.array(z.string()),
      movement: z.enum(['free', 'one-way']),
      ownTime: z.boolean(),
      perPage: z.int(),
      tray: z.array(trayItem),
      aids: z.array(z.enum(aids)),
    }),
  ),
  tasks: z.array(taskView),
})
export type SittingView = z.infer<typeof sittingView>

/**
 * `seat` names the page that sends; a page that another has taken over from is refused. `person` names whose work it
 * is: on a device that several use, somebody else may be signed in by now.
 */
export const eventsRequest = z.strictObject({
  events: z.array(clientEvent).min(1).max(100),
  seat: z.string().max(64).optional(),
  person: z.string().max(60).optional(),
})

export const seatRequest = z.strictObject({
  seat: z.string().regex(/^[A-Za-z0-9_-]{8,64}$/),
  device: z.string().max(120).default(''),
})

export const verdict = told.extend({
  /** A change of a watched step that didn't pass, and was kept for no try. */
  kept: z.literal(true).optional(),
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
  /** The change was taken back: the work is as it was before it. */
  takenBack: z.boolean().optional(),
})
export type EventOutcome = z.infer<typeof eventOutcome>

export const eventsResponse = z.strictObject({
  outcomes: z.array(eventOutcome),
  now: moment,
  deadline: moment,
  pace: paceView,
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
  /** Events in the log up to the end, for the receipt. */
  events: z.int(),
  /** SHA-256 of those events, in hexadecimal. */
  digest: z.string(),
})
/** What the server tells an open page without being asked. */
export const sittingNotice = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('pace'), now: moment, pace: paceView, seat: z.string().nullable() }),
  z.strictObject({ kind: z.literal('message'), message: messageView }),
  z.strictObject({ kind: z.literal('ended'), how: howEnded }),
])
export type SittingNotice = z.infer<typeof sittingNotice>

/** Whether somebody goes on a break, or comes back from it. */
export const breakRequest = z.strictObject({ on: z.boolean() })

export const messageRequest = z.strictObject({
  text: z.string().trim().min(1, 'Write something first.').max(1000),
  taskId: z.string().max(60).nullable().default(null),
})

export const submitRequest = z.strictObject({
  signedAs: z.string().trim().max(120).optional(),
  leaving: z.boolean().optional(),
})

export type EndedView = z.infer<typeof endedView>
