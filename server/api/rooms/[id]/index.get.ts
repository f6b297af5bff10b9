import { roomView } from '../../../../core/wire/room'
import { answer } from '../../../http/handler'

export default answer(roomView, async ({ services, staff, id }) => services.rooms.board(await staff('run-room'), id))
