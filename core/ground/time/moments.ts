import { z } from 'zod'

/** The years that the product knows: whatever lies outside is a slip of the pen or an attack. */
export const FIRST_MOMENT = '2000-01-01T00:00:00.000Z'
export const LAST_MOMENT = '2199-12-31T23:59:59.999Z'

/** Milliseconds since 1970 of a moment. NaN for what isn't one. */
export const ms = (moment: string): number => Date.parse(moment)

/**
 * A moment in its one canonical form: ISO 8601 in UTC with milliseconds, 24 characters, so that the order of texts
 * is that of time.
 */
export const iso = (moment: number): string => new Date(moment).toISOString()

export function isInBounds(moment: number): boolean {
  return moment >= ms(FIRST_MOMENT) && moment <= ms(LAST_MOMENT)
}

/**
 * A moment so much later, in canonical form and never beyond the years that the product knows. Sums of
 * moments go through here, so that no sum becomes a text that sorts wrongly.
 */
export function later(moment: string, byMs: number): string {
  return iso(Math.min(Math.max(ms(moment) + byMs, ms(FIRST_MOMENT)), ms(LAST_MOMENT)))
}

/** A moment as it comes in, RFC 3339 with any offset, read into canonical form. Years from 2000 to 2199. */
export const moment = z.iso
  .datetime({ offset: true, error: 'This isn’t a date with a time.' })
  .transform((text, context) => {
    const at = ms(text)
    if (isInBounds(at)) return iso(at)
    context.addIssue({ code: 'custom', message: 'The date must lie between 2000 and 2199.' })
    return z.NEVER
  })

/** Length of so many minutes in ms, times a factor. */
export function allowanceMs(minutes: number, factor = 1): number {
  return Math.round(minutes * 60_000 * factor)
}

/** The newest of some moments in canonical form; empty where there is none. */
export const newestOf = (...moments: readonly (string | null | undefined)[]): string =>
  moments.reduce<string>((newest, moment) => (moment && moment > newest ? moment : newest), '')
