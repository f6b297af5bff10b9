import { z } from 'zod'
import { answer } from '../../../../http/handler'

export default answer(z.strictObject({ ok: z.boolean() }), async ({ event, services, person, id }) => {
  await services.afterwards.takeAway(await person(), id, event.context.params?.file ?? '')
  return { ok: true }
})
