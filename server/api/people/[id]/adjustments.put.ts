import { adjustedPersonView, adjustRequest } from '../../../../core/wire/assigning'
import { answer } from '../../../http/handler'

export default answer(adjustedPersonView, async ({ services, staff, body, id }) => {
  const who = await staff('adjust')
  const { adjustments, reason } = await body(adjustRequest)
  return services.adjusting.put(who, id, adjustments, reason)
})
