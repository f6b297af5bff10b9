import { z } from 'zod'
import { moment } from '../ground/time/moments'

/** Longer than any code, with blanks between its groups. */
export const typedCode = z.string().trim().max(40)

/** The second factor of whoever asks. */
export const secondFactorView = z.strictObject({
  /** Since when it is in use; null where it isn’t. */
  since: moment.nullable(),
  /** Whether the centre wants everyone of staff to have one. */
  demanded: z.boolean(),
  /** Recovery codes that are not used up. */
  codesLeft: z.int(),
})
export type SecondFactorView = z.infer<typeof secondFactorView>

/** What an authenticator app needs, told this once. */
export const newFactorView = z.strictObject({
  /** The shared secret in base 32 (RFC 4648). */
  secret: z.string(),
  /** The same as an address that authenticator apps read. */
  uri: z.string(),
})
export type NewFactorView = z.infer<typeof newFactorView>

export const confirmFactorRequest = z.strictObject({ code: typedCode.min(1, 'Enter the code that the app shows.') })

/** Recovery codes, told this once. */
export const recoveryCodesView = z.strictObject({ codes: z.array(z.string()) })
