import { z } from 'zod'
import { areaAddress } from '../../addresses'
import { condition } from './condition'

/** A list of which only the rows are shown that its columns let through. Its first row is the heading. */
export const filter = z.strictObject({
  area: areaAddress,
  columns: z.array(z.strictObject({ column: z.string().regex(/^[A-Z]{1,3}$/), when: condition })).max(50),
  /** Rows that were let through no longer, counted from 0, when it was last applied. */
  hides: z.array(z.int()),
})
export type Filter = z.infer<typeof filter>
