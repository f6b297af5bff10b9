import { programmeRequest } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

export default answer(programmeRequest, async ({ services, staff, body, id }) => {
  const who = await staff('manage-people')
  const { trades } = await body(programmeRequest)
  await services.people.setProgramme(who, id, trades)
  return { trades }
})
