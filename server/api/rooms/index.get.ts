import { roomListView } from '../../../core/wire/room'
import { answer } from '../../http/handler'

export default answer(roomListView, async ({ services, staff }) => {
  await staff('run-room')
  return services.rooms.list()
})
