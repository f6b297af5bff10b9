import { z } from 'zod'
import { setResponseStatus } from 'h3'
import { assignRequest } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(z.strictObject({ id: z.string(), people: z.int() }), async ({ event, services, staff, body }) => {
  const who = await staff('assign')
  const given = await services.assigning.give(who, await body(assignRequest))
  setResponseStatus(event, 201)
  return given
})
