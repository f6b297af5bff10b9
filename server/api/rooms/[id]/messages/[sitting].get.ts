import { z } from 'zod'
import { messageView } from '../../../../../core/wire/sitting'
import { answer } from '../../../../http/handler'

export default answer(z.array(messageView), async ({ event, services, staff, id }) => {
  await staff('run-room')
  return services.rooms.talk(id, event.context.params?.sitting ?? '')
})
