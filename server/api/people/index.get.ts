import { z } from 'zod'
import { adjustedPersonView } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(z.array(adjustedPersonView), async ({ services, staff }) => {
  await staff('adjust')
  return services.adjusting.list()
})
