import { breakRequest, sittingView } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(sittingView, async ({ services, person, body, id }) => {
  const who = await person()
  const { on } = await body(breakRequest)
  return services.sittings.rest(who, id, on)
})
