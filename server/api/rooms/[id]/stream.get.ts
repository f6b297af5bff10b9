import { roomChange } from '../../../../core/wire/room'
import { answerStream } from '../../../http/handler'

/** The rows of a room that have changed, about once a second. */
export default answerStream(roomChange, async ({ services, staff, id }, tell) => {
  await staff('run-room')
  return services.rooms.watch(id, tell)
})
