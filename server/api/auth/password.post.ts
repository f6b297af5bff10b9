import { ownPasswordRequest } from '../../../core/wire/people'
import { ownView } from '../../../core/wire/sign-in'
import { answer } from '../../http/handler'
import { ownPerson } from '../../http/person'
import { sessionOf } from '../../http/session'

export default answer(ownView, async ({ event, services, anyone, body }) => {
  const who = await anyone()
  const { current, wanted, device } = await body(ownPasswordRequest)
  const { signInId } = await services.auth.changePassword(who, current, wanted, device)
  await (await sessionOf(event)).update({ signInId })
  return ownPerson(await services.auth.personOf(signInId), services)
})
