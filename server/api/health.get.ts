import { z } from 'zod'
import { answer } from '../http/handler'
import { running } from '../http/running'
import { settings } from '../http/settings'

/** That the server is up, and its time: what a device measures its clock and the round trip by. */
export default answer(z.strictObject({ ok: z.boolean(), version: z.string(), now: z.string() }), async () => {
  const { context } = await running()
  return { ok: true, version: settings.version, now: context.now() }
})
