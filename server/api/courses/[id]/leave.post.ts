import { z } from 'zod'
import { answer } from '../../../http/handler'

export default answer(z.strictObject({ ok: z.boolean() }), async ({ services, person, id }) => {
  await services.courses.leave(await person(), id)
  return { ok: true }
})
