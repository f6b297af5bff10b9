import { roomView } from '../../../../core/wire/room'
import { answer } from '../../../http/handler'

export default answer(roomView, async ({ services, staff, id }) => {
  await staff('run-room')
  return services.rooms.board(id)
})
