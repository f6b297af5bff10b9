import { roomAct, roomActed } from '../../../../core/wire/room'
import { answer } from '../../../http/handler'

export default answer(roomActed, async ({ services, staff, body, id }) => {
  const who = await staff('run-room')
  return services.rooms.act(who, id, await body(roomAct))
})
