import { z } from 'zod'
import { textSizes, themes } from '../assignment/appearance'
import { lineSpacings, plainLooks, SPEEDS } from './kept-looks'
import type { Looks } from './kept-looks'

/** How a person wants pages to look, as it is sent and stored. */
export const looks = z.strictObject({
  theme: z.enum(themes).nullable().default(plainLooks.theme),
  textSize: z.enum(textSizes).nullable().default(plainLooks.textSize),
  lineSpacing: z.enum(lineSpacings).default(plainLooks.lineSpacing),
  readingRuler: z.boolean().default(plainLooks.readingRuler),
  speed: z.number().min(SPEEDS.least).max(SPEEDS.most).default(plainLooks.speed),
}) satisfies z.ZodType<Looks>
