import { z } from 'zod'
import { ruleOverrides } from '../assignment/settings'
import { systemCheckReport } from '../assignment/system-check'
import { moment } from '../ground/time/moments'
import { textMark } from './text-marks'

const clientId = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'an id of 1 to 64 letters, digits, hyphens and underscores')
const slug = z.string().max(60)

const envelope = { id: clientId, at: moment.optional() }

/**
 * What a trainee's device may send. `id` is made by the device, so that sending twice does nothing
 * twice; `at` is when it happened by the device's reckoning of the server's time.
 */
export const clientEvent = z.discriminatedUnion('kind', [
  z.strictObject({ ...envelope, kind: z.literal('open'), taskId: slug }),
  /** Somebody means to come back to a task, or to one of its steps. */
  z.strictObject({ ...envelope, kind: z.literal('revisit'), taskId: slug, stepId: slug.optional(), on: z.boolean() }),
  /** A stretch of text is marked, or has another word; or its mark is taken off. */
  z.strictObject({ ...envelope, kind: z.literal('mark-text'), taskId: slug, mark: textMark }),
  z.strictObject({ ...envelope, kind: z.literal('unmark-text'), taskId: slug, markId: z.string().max(64) }),
  z.strictObject({ ...envelope, kind: z.literal('op'), taskId: slug, op: z.unknown() }),
  z.strictObject({ ...envelope, kind: z.literal('check'), taskId: slug, stepId: slug }),
  z.strictObject({ ...envelope, kind: z.literal('skip'), taskId: slug, stepId: slug }),
  z.strictObject({ ...envelope, kind: z.literal('settle'), taskId: slug, stepId: slug }),
  z.strictObject({ ...envelope, kind: z.literal('unsettle'), taskId: slug, stepId: slug }),
  /** Asks for the next hint of a step. */
  z.strictObject({ ...envelope, kind: z.literal('hint'), taskId: slug, stepId: slug }),
  /** Leaves a section for the next one. */
  z.strictObject({ ...envelope, kind: z.literal('leave'), sectionId: slug }),
  /** The trainee's notes in the tray, as they now stand. */
  z.strictObject({ ...envelope, kind: z.literal('note'), text: z.string().max(8000) }),
  /** The window lost the attention of its owner, or has it again. */
  z.strictObject({ ...envelope, kind: z.literal('away'), on: z.boolean() }),
])
export type ClientEvent = z.infer<typeof clientEvent>

export const howEnded = z.enum(['handed-in', 'time-up', 'left', 'ended-by-invigilator', 'voided'])
export type HowEnded = z.infer<typeof howEnded>

/** What only the server writes into the log. */
export const serverEvent = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('started'),
    /** Null for a paper without a clock. */
    allowanceMs: z.number().positive().nullable(),
    closesAt: moment.nullable(),
    /** Decides which tasks are drawn and in which order they stand. It leaves the server only with an ended sitting. */
    seed: z.int().optional(),
    /** By which rules its points are worked out; absent in sittings of before. */
    scoring: z.union([z.literal(2), z.literal(3), z.literal(4)]).optional(),
    extraTries: z.int().optional(),
    breakMs: z.number().optional(),
    rules: ruleOverrides.optional(),
    /** What the trainee filled in, and what their device said of itself. */
    details: z.record(z.string(), z.string()).optional(),
    systemCheck: systemCheckReport.optional(),
  }),
  z.strictObject({ kind: z.literal('paused'), reason: z.string() }),
  /** The trainee takes a break of the minutes set up for them. */
  z.strictObject({ kind: z.literal('break') }),
  z.strictObject({ kind: z.literal('resumed') }),
  z.strictObject({ kind: z.literal('extended'), byMs: z.number().positive(), reason: z.string() }),
  /** Another page of the trainee's took the sitting over: only what it sends counts from now on. */
  z.strictObject({ kind: z.literal('seated'), seat: z.string(), device: z.string() }),
  /** An invigilator freed the sitting for another device. */
  z.strictObject({ kind: z.literal('unseated'), reason: z.string() }),
  z.strictObject({ kind: z.literal('ended'), how: howEnded, signedAs: z.string().optional() }),
  /** A trainer opened the ended sitting again, with so much more time. */
  z.strictObject({ kind: z.literal('reopened'), byMs: z.number().positive(), reason: z.string() }),
])
export type ServerEvent = z.infer<typeof serverEvent>

type WithoutEnvelope<Event> = Event extends unknown ? Omit<Event, 'id' | 'at'> : never

/**
 * What an event of the log says, whoever wrote it. `inGrace`: the server found that it was made before its
 * section's time was up; `afterTime`: it came when the time of its task, its section's or the sitting's, was up.
 */
export type EventBody = (ServerEvent | WithoutEnvelope<ClientEvent>) & { inGrace?: true; afterTime?: true }

/** An event of the log. `at` is the server's time; a device's own claim is kept beside it and never counts here. */
export type LoggedEvent = EventBody & { at: string }
