import { z } from 'zod'

/** What a device calls a recording that it makes. */
export const recordingId = z.string().regex(/^[A-Za-z0-9-]{1,64}$/)
