import { z } from 'zod'
import { shared } from './shared'

/** Plain words: a note on the desk, a letter. */
export const written = z.strictObject({
  ...shared,
  kind: z.enum(['note', 'letter']),
  paragraphs: z.array(z.string()).min(1),
})
export type WrittenDocument = z.infer<typeof written>
