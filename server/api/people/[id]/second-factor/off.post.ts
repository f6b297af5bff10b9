import { z } from 'zod'
import { provenRequest } from '../../../../../core/wire/people'
import { answer } from '../../../../http/handler'

/** For somebody who has lost their authenticator and their recovery codes. */
export default answer(z.strictObject({ ok: z.boolean() }), async ({ services, staff, id, body }) => {
  const who = await staff('manage-people')
  await services.people.takeFactorOff(who, id, (await body(provenRequest)).own)
  return { ok: true }
})
