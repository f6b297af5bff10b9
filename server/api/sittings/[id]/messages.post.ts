import { z } from 'zod'
import { messageView } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

const request = z.strictObject({
  text: z.string().trim().min(1, 'Write something first.').max(1000),
  taskId: z.string().max(60).nullable().default(null),
})

export default answer(messageView, async ({ services, person, body, id }) => {
  const who = await person()
  const { text, taskId } = await body(request)
  return services.messages.send(who, id, text, taskId)
})
