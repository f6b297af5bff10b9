import { roomListView, roomRequest } from '../../../core/wire/room'
import { answer } from '../../http/handler'

export default answer(roomListView, async ({ services, staff, body }) => {
  const who = await staff('staff-rooms')
  await services.rooms.add(who, (await body(roomRequest)).title)
  return services.rooms.list(who)
})
