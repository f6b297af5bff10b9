import { z } from 'zod'
import { courseGiven } from '../../../../core/wire/assigning'
import { answer } from '../../../http/handler'

export default answer(z.array(courseGiven), async ({ services, staff }) => {
  await staff('assign')
  return services.courses.all()
})
