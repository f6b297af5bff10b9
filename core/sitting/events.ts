import { z } from 'zod'

const clientId = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'an id of 1 to 64 letters, digits, hyphens and underscores')
const moment = z.iso.datetime({ offset: true })
const slug = z.string().max(60)

/**
 * What a trainee's device may send. `id` is made by the device, so that sending twice does nothing
 * twice; `at` is when it happened by the device's reckoning of the server's time.
 */
export const clientEvent = z.discriminatedUnion('kind', [
  z.strictObject({ id: clientId, at: moment.optional(), kind: z.literal('open'), taskId: slug }),
  z.strictObject({ id: clientId, at: moment.optional(), kind: z.literal('revisit'), taskId: slug, on: z.boolean() }),
  z.strictObject({ id: clientId, at: moment.optional(), kind: z.literal('op'), taskId: slug, op: z.unknown() }),
  z.strictObject({ id: clientId, at: moment.optional(), kind: z.literal('check'), taskId: slug, stepId: slug }),
  z.strictObject({ id: clientId, at: moment.optional(), kind: z.literal('skip'), taskId: slug, stepId: slug }),
])
export type ClientEvent = z.infer<typeof clientEvent>

export const howEnded = z.enum(['handed-in', 'time-up', 'voided'])
export type HowEnded = z.infer<typeof howEnded>

/** What only the server writes into the log. */
export const serverEvent = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('started'),
    allowanceMs: z.number().positive(),
    closesAt: moment.nullable(),
  }),
  z.strictObject({ kind: z.literal('paused'), reason: z.string() }),
  z.strictObject({ kind: z.literal('resumed') }),
  z.strictObject({ kind: z.literal('extended'), byMs: z.number().positive(), reason: z.string() }),
  z.strictObject({ kind: z.literal('ended'), how: howEnded }),
])
export type ServerEvent = z.infer<typeof serverEvent>

type WithoutEnvelope<Event> = Event extends unknown ? Omit<Event, 'id' | 'at'> : never

/** What an event of the log says, whoever wrote it. */
export type EventBody = ServerEvent | WithoutEnvelope<ClientEvent>

/** An event of the log. `at` is the server's time; a device's own claim is kept beside it and never counts here. */
export type LoggedEvent = EventBody & { at: string }
