import { messageRequest, messageView } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(messageView, async ({ services, person, body, id }) => {
  const who = await person()
  const { text, taskId } = await body(messageRequest)
  return services.messages.send(who, id, text, taskId)
})
