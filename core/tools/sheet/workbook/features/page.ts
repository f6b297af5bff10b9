import { z } from 'zod'
import { areaAddress } from '../../addresses'

/** What stands at the top or the foot of each page; {page}, {pages}, {sheet} and {day} are filled in. */
const border = z.strictObject({
  left: z.string().max(200).optional(),
  centre: z.string().max(200).optional(),
  right: z.string().max(200).optional(),
})

/** How a sheet goes on paper. */
export const page = z.strictObject({
  /** By ISO 216. */
  paper: z.enum(['A3', 'A4', 'A5']),
  across: z.boolean(),
  /** So many pages wide and tall at most; 0 for as many as it takes. */
  fit: z.strictObject({ wide: z.int().min(0).max(100), tall: z.int().min(0).max(100) }).nullable(),
  /** In millimetres, on all four sides. */
  margin: z.number().min(0).max(80),
  header: border,
  footer: border,
  /** Only this part is printed; null for all. */
  area: areaAddress.nullable(),
  /** So many rows from the top are printed on each page again, such as 3:3; null for none. */
  again: z
    .string()
    .regex(/^\d{1,7}:\d{1,7}$/)
    .nullable(),
  /** Whether lines are printed between the cells. */
  lines: z.boolean(),
})
export type Page = z.infer<typeof page>

export const plainPage: Page = {
  paper: 'A4',
  across: false,
  fit: null,
  margin: 18,
  header: {},
  footer: {},
  area: null,
  again: null,
  lines: false,
}
