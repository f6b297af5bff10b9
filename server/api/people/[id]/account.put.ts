import { openRequest } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

export default answer(openRequest, async ({ services, staff, body, id }) => {
  const who = await staff('manage-people')
  const { open } = await body(openRequest)
  await services.people.setOpen(who, id, open)
  return { open }
})
