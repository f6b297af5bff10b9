import { givenPassword, provenRequest } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

export default answer(givenPassword, async ({ services, staff, id, body }) => {
  const who = await staff('manage-people')
  return services.people.givePassword(who, id, (await body(provenRequest)).own)
})
