import { eventsRequest, eventsResponse, MOST_EVENT_BYTES } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(eventsResponse, async ({ services, person, body, id }) => {
  const who = await person()
  const { events, seat } = await body(eventsRequest, { largest: MOST_EVENT_BYTES, withinMs: 60_000 })
  return services.sittings.record(who, id, events, seat)
})
