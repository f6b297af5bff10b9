import { z } from 'zod'
import { trade } from '../paper/schema'
import { LONGEST_PASSWORD, SHORTEST_PASSWORD } from '../people/passwords'
import { role } from '../people/roles'
import { moment } from '../ground/time/moments'
import { deviceWords } from './sign-in'

export const accountView = z.strictObject({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role,
  cohorts: z.array(z.string()),
  open: z.boolean(),
  /** The trades of a trainee's programme; null where they follow from the papers given. */
  trades: z.array(trade).nullable(),
  /** Whether a code is asked for beside the password. */
  secondFactor: z.boolean(),
})
export type AccountView = z.infer<typeof accountView>

/** A list of people as CSV: read only, or read and taken. */
export const rosterRequest = z.strictObject({
  csv: z.string().max(400_000, 'The list is longer than 400,000 characters.'),
  take: z.boolean(),
})

/** A password that the server made; it is told this once. */
export const givenPassword = z.strictObject({ name: z.string(), email: z.string(), password: z.string() })
export type GivenPassword = z.infer<typeof givenPassword>

export const rosterView = z.strictObject({
  /** `does` says what taking the line comes to. */
  entries: z.array(
    z.strictObject({
      line: z.int(),
      name: z.string(),
      email: z.string(),
      role,
      cohorts: z.array(z.string()),
      does: z.enum(['add', 'change', 'nothing']),
    }),
  ),
  faults: z.array(z.strictObject({ line: z.int(), message: z.string() })),
  /** Of the people that were added, when the list was taken. */
  passwords: z.array(givenPassword),
})
export type RosterView = z.infer<typeof rosterView>

export const programmeRequest = z.strictObject({
  trades: z.array(trade).min(1, 'Choose a trade.').max(trade.options.length).nullable(),
})

export const openRequest = z.strictObject({ open: z.boolean() })

/** A password as it is typed; how long one may be is counted in characters, of which some take two places. */
export const typedPassword = z.string().max(2 * LONGEST_PASSWORD)

export const ownPasswordRequest = z.strictObject({
  current: typedPassword.min(1, 'Enter your present password.'),
  wanted: typedPassword.min(SHORTEST_PASSWORD, `A password has ${SHORTEST_PASSWORD} characters at least.`),
  device: deviceWords,
})

/** What is done after giving one’s own password once more. */
export const provenRequest = z.strictObject({ own: typedPassword.min(1, 'Enter your own password.') })

/** One place where somebody is signed in. */
export const ownSignIn = z.strictObject({
  id: z.string(),
  device: z.string(),
  since: moment,
  /** When something of it was last heard, to the minute. */
  seenAt: moment,
  /** Whether it is the one that asks. */
  here: z.boolean(),
})
export type OwnSignIn = z.infer<typeof ownSignIn>
