import { z } from 'zod'
import { areaAddress } from '../../addresses'

/** How names of tables, cells and formulas are written. */
export const NAME = /^[\p{L}_][\p{L}\p{N}_.]*$/u

/** A list with a name that grows with what is typed at its end. Its first row is the heading. */
export const table = z.strictObject({ name: z.string().regex(NAME).max(100), area: areaAddress })
export type Table = z.infer<typeof table>
