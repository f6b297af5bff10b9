import { roomChange } from '../../../../core/wire/room'
import { answerStream } from '../../../http/handler'

/** The rows of a room that have changed, about once a second. */
export default answerStream(roomChange, async ({ services, staff, id }, tell) =>
  services.rooms.watch(await staff('run-room'), id, tell),
)
