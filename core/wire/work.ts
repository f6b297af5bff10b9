import { z } from 'zod'

export const role = z.enum(['trainee', 'trainer', 'invigilator', 'administrator'])

export const personView = z.strictObject({ id: z.string(), name: z.string(), email: z.string(), role })
export type PersonView = z.infer<typeof personView>

export const signInRequest = z.strictObject({
  email: z.string().trim().min(3, 'Enter your sign-in address.').max(200),
  password: z.string().min(1, 'Enter your password.').max(200),
})

export const startRequest = z.strictObject({ accessCode: z.string().max(40).optional() })

export const assignmentView = z.strictObject({
  id: z.string(),
  paperId: z.string(),
  paperTitle: z.string(),
  trade: z.string(),
  kind: z.enum(['exam', 'mock', 'practice']),
  state: z.enum(['under-way', 'open', 'coming', 'finished']),
  opensAt: z.string().nullable(),
  closesAt: z.string().nullable(),
  minutes: z.number(),
  tasks: z.int(),
  points: z.number(),
  sittingsAllowed: z.int(),
  sittingsUsed: z.int(),
  bestScore: z.number().nullable(),
  /** The sitting under way, if there is one. */
  running: z.strictObject({ sittingId: z.string(), deadline: z.string() }).nullable(),
  /** The newest sitting that has ended, if there is one. */
  latest: z.strictObject({ sittingId: z.string(), endedAt: z.string(), score: z.number().nullable() }).nullable(),
  now: z.string(),
})
export type AssignmentView = z.infer<typeof assignmentView>

export const coverView = assignmentView.extend({
  about: z.string(),
  instructions: z.array(z.string()),
  allowed: z.array(z.string()),
  steps: z.int(),
  tries: z.strictObject({ fewest: z.int(), most: z.int() }),
  tryWeights: z.array(z.number()),
  partial: z.boolean(),
  afterTries: z.enum(['set-right', 'leave']),
  checkTells: z.enum(['none', 'which', 'why']),
  resultsAtEnd: z.boolean(),
  answersShown: z.boolean(),
  allowanceMinutes: z.number(),
  /** When a sitting started now would end. */
  wouldEndAt: z.string(),
  cutShort: z.boolean(),
  sections: z.array(z.strictObject({ title: z.string(), tasks: z.array(z.strictObject({ title: z.string(), minutes: z.number(), steps: z.int(), points: z.number() })) })),
  /** Why a sitting can't be started now, in words; null if it can. */
  closedBecause: z.string().nullable(),
})
export type CoverView = z.infer<typeof coverView>

export const pastSittingView = z.strictObject({
  id: z.string(),
  paperTitle: z.string(),
  number: z.int(),
  startedAt: z.string(),
  endedAt: z.string(),
  how: z.string(),
  score: z.number().nullable(),
  outOf: z.number(),
})
export type PastSittingView = z.infer<typeof pastSittingView>
