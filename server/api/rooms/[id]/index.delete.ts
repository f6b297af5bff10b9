import { roomListView } from '../../../../core/wire/room'
import { answer } from '../../../http/handler'

export default answer(roomListView, async ({ services, staff, id }) => {
  const who = await staff('staff-rooms')
  await services.rooms.remove(who, id)
  return services.rooms.list(who)
})
