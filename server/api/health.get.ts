import { z } from 'zod'
import { answer } from '../http/handler'
import { settings } from '../http/settings'

export default answer(z.strictObject({ ok: z.boolean(), version: z.string() }), async () => ({ ok: true, version: settings.version }))
