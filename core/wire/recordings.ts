import { z } from 'zod'
import { recordingId } from '../ground/sound/recording'

const slug = z.string().max(60)

/** Which piece of which recording a body is. The body itself is a WAVE file: see core/ground/sound. */
export const pieceQuery = z.strictObject({
  task: slug,
  step: slug,
  recording: recordingId,
  number: z
    .string()
    .regex(/^\d{1,4}$/)
    .transform(Number)
    .refine(number => number <= 2000),
  seat: z.string().max(60).optional(),
})
export type PieceQuery = z.infer<typeof pieceQuery>

/** The recordings of a sitting as far as they have arrived, in seconds. */
export const recordingsView = z.strictObject({
  recordings: z.array(z.strictObject({ id: z.string(), taskId: z.string(), stepId: z.string(), seconds: z.number() })),
})
export type RecordingsView = z.infer<typeof recordingsView>

export const pieceTaken = z.strictObject({ taken: z.literal(true) })
