import { z } from 'zod'

const mark = z.int().min(1).max(5)

/** What a trainee thinks of the paper: 1 to 5 each, and whatever they want to say. */
export const rating = z.strictObject({
  effort: mark,
  clarity: mark,
  time: mark,
  words: z.string().trim().max(2000).default(''),
})
export type Rating = z.infer<typeof rating>

/** What a receipt says, to be compared. */
export const verifyRequest = z.strictObject({
  sittingId: z.string().trim().min(1).max(60),
  digest: z.string().trim().min(1).max(64),
})

export const creditRequest = z.strictObject({ counts: z.boolean() })

export const uploadView = z.strictObject({
  id: z.string(),
  name: z.string(),
  type: z.string(),
  size: z.int(),
  at: z.string(),
})
export type UploadView = z.infer<typeof uploadView>

/** What is left to do after a sitting, and the receipt of it. */
export const afterView = z.strictObject({
  sittingId: z.string(),
  assignmentId: z.string(),
  paperTitle: z.string(),
  how: z.string(),
  endedAt: z.string(),
  now: z.string(),
  events: z.int(),
  digest: z.string(),
  signedAs: z.string().nullable(),
  late: z.boolean(),
  result: z.strictObject({ shown: z.boolean(), from: z.string().nullable() }),
  rating: z.strictObject({ asked: z.boolean(), given: rating.nullable() }),
  credit: z
    .strictObject({
      unit: z.string(),
      decided: z.enum(['claimed', 'declined']).nullable(),
      /** Per cent of the unit by its own papers whose results show, how many count, and as it stands now. */
      without: z.number().nullable(),
      papers: z.int(),
      now: z.number().nullable(),
    })
    .nullable(),
  evidence: z
    .strictObject({ until: z.string(), files: z.int(), megabytes: z.int(), uploads: z.array(uploadView) })
    .nullable(),
})
export type AfterView = z.infer<typeof afterView>
