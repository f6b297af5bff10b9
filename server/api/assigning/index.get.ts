import { z } from 'zod'
import { givenView } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(z.array(givenView), async ({ services, staff }) => {
  await staff('assign')
  return services.assigning.list()
})
