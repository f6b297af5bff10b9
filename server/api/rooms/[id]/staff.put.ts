import { roomListView, roomStaffRequest } from '../../../../core/wire/room'
import { answer } from '../../../http/handler'

export default answer(roomListView, async ({ services, staff, body, id }) => {
  const who = await staff('staff-rooms')
  await services.rooms.setStaff(who, id, (await body(roomStaffRequest)).people)
  return services.rooms.list(who)
})
