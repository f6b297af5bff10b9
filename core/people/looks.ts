import { z } from 'zod'
import { adjustments } from '../assignment/adjustments'

/** How a person wants pages to look and to be read. What they leave open is as it was set up for them. */
export const looks = z.strictObject({
  theme: adjustments.shape.theme,
  textSize: adjustments.shape.textSize.unwrap().nullable().default(null),
  lineSpacing: z.enum(['usual', 'wide', 'widest']).default('usual'),
  readingRuler: z.boolean().default(false),
  /** Of the voice that reads aloud: 1 is its usual one. */
  speed: z.number().min(0.5).max(2).default(1),
})
export type Looks = z.infer<typeof looks>

export const plainLooks: Looks = looks.parse({})
