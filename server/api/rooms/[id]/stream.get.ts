import { roomChange } from '../../../../core/wire/room'
import { answerStream } from '../../../http/handler'

/** The rows of a room that have changed, about once a second, for as long as somebody runs it. */
export default answerStream(
  roomChange,
  async ({ services, staff, id }) => services.rooms.runner(await staff('run-room'), id),
  ({ services, id }, person, tell) => services.rooms.watch(person, id, tell),
)
