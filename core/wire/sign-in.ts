import { z } from 'zod'
import { role } from '../people/roles'
import { typedCode } from './second-factor'

export const personView = z.strictObject({ id: z.string(), name: z.string(), email: z.string(), role })
export type PersonView = z.infer<typeof personView>

/** Who is signed in. */
export const ownView = personView.extend({
  /** The password is one that somebody gave them: nothing else can be done before they have chosen their own. */
  mustChangePassword: z.boolean(),
  /** The centre wants a second factor, and there is none: nothing else can be done before it is set up. */
  mustSetUpFactor: z.boolean(),
  /** What work that waits on a device is sealed with, in base64url: theirs alone. */
  deviceKey: z.string(),
})
export type OwnView = z.infer<typeof ownView>

/** Where only that it was done matters. */
export const anything = z.unknown()

/** The demo's sign-ins. */
export const demoView = z.strictObject({
  password: z.string(),
  people: z.array(z.strictObject({ name: z.string(), email: z.string(), about: z.string() })),
})
export type DemoView = z.infer<typeof demoView>

/** A device as its browser names it. */
export const deviceWords = z.string().trim().max(80).default('')

export const signInRequest = z.strictObject({
  email: z.string().trim().min(3, 'Enter your sign-in address.').max(200),
  password: z.string().min(1, 'Enter your password.').max(400),
  /** Of the authenticator, or a recovery code, where the person has a second factor. */
  code: typedCode.optional(),
  device: deviceWords,
})
