import { seatRequest, sittingView } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

/** A page takes the sitting over: the newest one works, the others look on. */
export default answer(sittingView, async ({ services, person, body, id }) => {
  const who = await person()
  const { seat, device } = await body(seatRequest)
  return services.sittings.seat(who, id, seat, device)
})
