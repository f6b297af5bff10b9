import { z } from 'zod'
import { systemCheckReport } from '../assignment/system-check'

export const startRequest = z.strictObject({
  accessCode: z.string().max(40).optional(),
  accepted: z.boolean().optional(),
  details: z
    .record(z.string().max(60), z.string().max(200))
    .refine(details => Object.keys(details).length <= 20, 'More details than any paper asks for.')
    .optional(),
  systemCheck: systemCheckReport.optional(),
})
export type StartRequest = z.infer<typeof startRequest>

export const assignmentView = z.strictObject({
  id: z.string(),
  paperId: z.string(),
  paperTitle: z.string(),
  trade: z.string(),
  kind: z.enum(['exam', 'mock', 'practice']),
  /** What can be tried in it before it counts elsewhere; null for most papers. */
  introduces: z.string().nullable(),
  state: z.enum(['under-way', 'open', 'coming', 'finished']),
  course: z.string().nullable(),
  room: z.string(),
  opensAt: z.string().nullable(),
  dueAt: z.string().nullable(),
  closesAt: z.string().nullable(),
  late: z.boolean(),
  optional: z.boolean(),
  /** Null for a paper without a clock. */
  minutes: z.number().nullable(),
  tasks: z.int(),
  points: z.number(),
  /** False where tasks are drawn, and the points depend on which. */
  exactPoints: z.boolean(),
  sittingsAllowed: z.int(),
  sittingsUsed: z.int(),
  bestScore: z.number().nullable(),
  /** The score that counts, after what lateness takes off; null while results are held. */
  countingScore: z.number().nullable(),
  /** Why it can't be opened now, in words; null if it can. */
  closedBecause: z.string().nullable(),
  /** The sitting under way, if there is one. */
  running: z.strictObject({ sittingId: z.string(), deadline: z.string() }).nullable(),
  /** The newest sitting that has ended, if there is one. */
  latest: z
    .strictObject({ sittingId: z.string(), endedAt: z.string(), score: z.number().nullable(), shown: z.boolean() })
    .nullable(),
  now: z.string(),
})
export type AssignmentView = z.infer<typeof assignmentView>

/** What is asked of the trainee before the start, and how far they are with it. */
export const gatesView = z.strictObject({
  finishFirst: z.string().nullable(),
  readingLeftMs: z.number().nullable(),
  admission: z.enum(['waiting', 'admitted', 'not-asked']).nullable(),
  code: z.enum(['needed', 'from-invigilator', 'entered']).nullable(),
  conditions: z.array(z.string()),
  details: z.array(z.strictObject({ id: z.string(), label: z.string(), required: z.boolean() })),
  systemCheck: z.boolean(),
  microphone: z.boolean(),
})
export type GatesView = z.infer<typeof gatesView>

export const pastSittingView = z.strictObject({
  id: z.string(),
  paperTitle: z.string(),
  number: z.int(),
  startedAt: z.string(),
  endedAt: z.string(),
  how: z.string(),
  score: z.number().nullable(),
  outOf: z.number(),
  shown: z.boolean(),
})
export type PastSittingView = z.infer<typeof pastSittingView>
