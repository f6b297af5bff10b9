import { roomListView } from '../../../core/wire/room'
import { answer } from '../../http/handler'

export default answer(roomListView, async ({ services, staff }) => services.rooms.list(await staff('see-rooms')))
