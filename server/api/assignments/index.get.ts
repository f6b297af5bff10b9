import { z } from 'zod'
import { assignmentView } from '../../../core/wire/given'
import { answer } from '../../http/handler'

export default answer(z.array(assignmentView), async ({ services, person }) => services.work.list(await person()))
