import { z } from 'zod'
import { answer, sessionOf } from '../../http/handler'

export default answer(z.strictObject({ ok: z.boolean() }), async ({ event, services }) => {
  const session = await sessionOf(event)
  if (session.data.signInId) await services.auth.signOut(session.data.signInId)
  await session.clear()
  return { ok: true }
})
