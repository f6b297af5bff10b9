import { courseGiven, courseRequest } from '../../../../core/wire/assigning'
import { answer } from '../../../http/handler'

export default answer(courseGiven, async ({ services, staff, body }) =>
  services.courses.make(await staff('assign'), await body(courseRequest)),
)
