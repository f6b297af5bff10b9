import { BATCH_WITHIN_MS, MOST_BATCH_BYTES } from '../../../../core/wire/limits'
import { eventsRequest, eventsResponse } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'
import { Problem } from '../../../services/ground/problem'

export default answer(eventsResponse, async ({ services, person, body, id }) => {
  const who = await person()
  const {
    events,
    seat,
    person: whose,
  } = await body(eventsRequest, {
    largest: MOST_BATCH_BYTES,
    withinMs: BATCH_WITHIN_MS,
  })
  if (whose !== undefined && whose !== who.id)
    throw new Problem(403, 'another-person', 'Somebody else is signed in on this device now. The work is kept on it.')
  return services.sittings.record(who, id, events, seat)
})
