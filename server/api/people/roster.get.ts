import { z } from 'zod'
import { accountView } from '../../../core/wire/people'
import { answer } from '../../http/handler'

export default answer(z.array(accountView), async ({ services, staff }) => {
  await staff('manage-people')
  return services.people.list()
})
