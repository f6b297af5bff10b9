import { ownView, signInRequest } from '../../../core/wire/sign-in'
import { answer } from '../../http/handler'
import { ownPerson } from '../../http/person'
import { deviceTokenOf, keepDeviceToken, sessionOf } from '../../http/session'

export default answer(ownView, async ({ event, services, body, network, signInId: instead }) => {
  const asked = await body(signInRequest)
  const token = deviceTokenOf(event)
  const { signInId, person, token: kept } = await services.auth.signIn({ ...asked, network, token, instead })
  keepDeviceToken(event, kept)
  await (await sessionOf(event)).update({ signInId })
  return ownPerson(person, services)
})
