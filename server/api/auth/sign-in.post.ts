import { personView, signInRequest } from '../../../core/wire/work'
import { answer, sessionOf } from '../../http/handler'
import { publicPerson } from '../../http/person'

export default answer(personView, async ({ event, services, body, network }) => {
  const { email, password } = await body(signInRequest)
  const { signInId, person } = await services.auth.signIn(email, password, network)
  await (await sessionOf(event)).update({ signInId })
  return publicPerson(person)
})
