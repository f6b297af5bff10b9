import { z } from 'zod'
import { messageView } from '../../../../../core/wire/sitting'
import { answer } from '../../../../http/handler'

export default answer(z.array(messageView), async ({ event, services, staff, id }) =>
  services.rooms.talk(await staff('run-room'), id, event.context.params?.sitting ?? ''),
)
