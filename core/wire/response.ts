import { z } from 'zod'
import { howEnded } from '../sitting/events'

/**
 * The whole response of an ended sitting as an open file: what was done, event by event, and what the
 * work came to. docs/response-file.md says how its digest is checked; docs/response-file.schema.json is
 * made from this schema.
 */
export const responseFile = z.strictObject({
  format: z.literal('steady-anvil-response'),
  version: z.literal(1),
  sitting: z.strictObject({
    id: z.string(),
    number: z.int(),
    startedAt: z.string(),
    endedAt: z.string(),
    how: howEnded,
    signedAs: z.string().nullable(),
  }),
  person: z.strictObject({ id: z.string(), name: z.string() }),
  paper: z.strictObject({ id: z.string(), version: z.int(), title: z.string() }),
  /**
   * Each event as the list that the digest is made over: place, sender's id, status, sender's time, server's time,
   * body.
   */
  events: z.array(
    z.tuple([
      z.int(),
      z.string(),
      z.enum(['accepted', 'refused', 'late']),
      z.string().nullable(),
      z.string(),
      z.looseObject({ kind: z.string() }),
    ]),
  ),
  digest: z.strictObject({ algorithm: z.literal('SHA-256'), hex: z.string().regex(/^[0-9a-f]{64}$/), events: z.int() }),
  /** The tools as the trainee left them, by task. */
  work: z.array(
    z.strictObject({
      taskId: z.string(),
      tool: z.string(),
      state: z.unknown(),
      steps: z.array(z.strictObject({ id: z.string(), status: z.string(), triesUsed: z.int(), workedMs: z.number() })),
    }),
  ),
})
export type ResponseFile = z.infer<typeof responseFile>
