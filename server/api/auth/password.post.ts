import { personView } from '../../../core/wire/work'
import { ownPasswordRequest } from '../../../core/wire/people'
import { answer, sessionOf } from '../../http/handler'
import { publicPerson } from '../../http/person'

export default answer(personView, async ({ event, services, person, body, network }) => {
  const who = await person()
  const { current, wanted } = await body(ownPasswordRequest)
  const { signInId } = await services.auth.changePassword(who, current, wanted, network)
  await (await sessionOf(event)).update({ signInId })
  return publicPerson(who)
})
