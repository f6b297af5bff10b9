import { courseView, joinRequest } from '../../../core/wire/courses'
import { answer } from '../../http/handler'

export default answer(courseView, async ({ services, staff, body }) => {
  const who = await staff('sit')
  return services.courses.join(who, (await body(joinRequest)).code)
})
