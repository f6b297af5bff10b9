import { z } from 'zod'
import { pastSittingView } from '../../../core/wire/given'
import { answer } from '../../http/handler'

export default answer(z.array(pastSittingView), async ({ services, person }) => services.results.past(await person()))
