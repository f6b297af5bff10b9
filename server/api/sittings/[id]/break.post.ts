import { z } from 'zod'
import { sittingView } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(sittingView, async ({ services, person, body, id }) => {
  const who = await person()
  const { on } = await body(z.strictObject({ on: z.boolean() }))
  return services.sittings.rest(who, id, on)
})
