import { z } from 'zod'
import { allowanceMs, later } from '../time/moments'

/** What is set up for one person, in every paper they sit. */
export const adjustments = z.strictObject({
  /** Times the paper's minutes. */
  timeFactor: z.number().min(1).max(4).default(1),
  /** Added after the factor. */
  extraMinutes: z.int().min(0).max(240).default(0),
  /** Minutes of breaks in a sitting that stop the clock. */
  breakMinutes: z.int().min(0).max(120).default(0),
  extraTries: z.int().min(0).max(10).default(0),
  /** Minutes after the closing time in which the person may still sit. */
  laterMinutes: z.int().min(0).max(43_200).default(0),
  textSize: z.enum(['usual', 'large', 'largest']).default('usual'),
  theme: z.enum(['day', 'graphite', 'contrast', 'warm']).nullable().default(null),
  readAloud: z.boolean().default(false),
  readingRuler: z.boolean().default(false),
})
export type Adjustments = z.infer<typeof adjustments>

export const noAdjustments: Adjustments = adjustments.parse({})

/** Whole allowance of a paper in ms for a person; null for a paper without a clock. */
export function allowanceFor(
  minutes: number | null,
  { timeFactor, extraMinutes }: Pick<Adjustments, 'timeFactor' | 'extraMinutes'>,
): number | null {
  return minutes === null ? null : allowanceMs(minutes, timeFactor) + extraMinutes * 60_000
}

/** When the assignment closes for a person, or null if it never does. */
export function closingFor(
  closesAt: string | null,
  { laterMinutes }: Pick<Adjustments, 'laterMinutes'>,
): string | null {
  return closesAt === null ? null : later(closesAt, laterMinutes * 60_000)
}

/** The adjustments in words, for those who may see them; empty when there are none. */
export function adjustmentsInWords(one: Adjustments): string[] {
  return [
    one.timeFactor > 1 ? `${Math.round((one.timeFactor - 1) * 100)} % more time` : '',
    one.extraMinutes > 0 ? `${one.extraMinutes} min more time` : '',
    one.breakMinutes > 0 ? `breaks of ${one.breakMinutes} min that stop the clock` : '',
    one.extraTries > 0 ? `${one.extraTries} more ${one.extraTries === 1 ? 'try' : 'tries'} on each step` : '',
    one.laterMinutes > 0 ? `may sit ${one.laterMinutes} min after closing` : '',
    one.textSize === 'usual' ? '' : `${one.textSize === 'large' ? 'large' : 'largest'} text`,
    one.theme === null ? '' : `looks: ${one.theme}`,
    one.readAloud ? 'read aloud' : '',
    one.readingRuler ? 'reading ruler' : '',
  ].filter(text => text !== '')
}
