import { z } from 'zod'
import { provenRequest } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

export default answer(z.strictObject({ ok: z.boolean() }), async ({ services, person, body }) => {
  const who = await person()
  await services.auth.prove(who, (await body(provenRequest)).own, 'own')
  await services.factors.end(who)
  services.auth.changed(who.id)
  return { ok: true }
})
