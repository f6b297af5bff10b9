import { eventsRequest, eventsResponse } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(eventsResponse, async ({ services, person, body, id }) => {
  const who = await person()
  const { events, seat } = await body(eventsRequest)
  return services.sittings.record(who, id, events, seat)
})
