import { replyRequest } from '../../../../core/wire/marking'
import { resultView } from '../../../../core/wire/result'
import { answer } from '../../../http/handler'

export default answer(resultView, async ({ services, person, id, body }) => {
  const who = await person()
  const { taskId, stepId, text } = await body(replyRequest)
  await services.marking.reply(who, id, taskId, stepId, text)
  return services.results.of(who, id)
})
