import { setResponseStatus } from 'h3'
import { sittingView } from '../../../../core/wire/sitting'
import { startRequest } from '../../../../core/wire/given'
import { answer } from '../../../http/handler'

export default answer(sittingView, async ({ event, services, person, body, id }) => {
  const who = await person()
  const { created, view } = await services.sittings.start(who, id, await body(startRequest))
  setResponseStatus(event, created ? 201 : 200)
  return view
})
