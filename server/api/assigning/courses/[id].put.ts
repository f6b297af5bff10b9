import { courseGiven, courseRequest } from '../../../../core/wire/assigning'
import { answer } from '../../../http/handler'

export default answer(courseGiven, async ({ services, staff, body, id }) =>
  services.courses.change(await staff('assign'), id, await body(courseRequest)),
)
