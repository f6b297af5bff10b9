import { z } from 'zod'
import { answer } from '../../http/handler'
import { sessionOf } from '../../http/session'

export default answer(z.strictObject({ ok: z.boolean() }), async ({ event, services, signInId }) => {
  if (signInId !== undefined) await services.auth.signOut(signInId)
  await (await sessionOf(event)).clear()
  return { ok: true }
})
