import { z } from 'zod'
import { courseView } from '../../../core/wire/courses'
import { answer } from '../../http/handler'

export default answer(z.array(courseView), async ({ services, person }) => services.courses.of(await person()))
