import { z } from 'zod'
import { ownSignIn } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

/** Ends one sign-in of one’s own. */
export default answer(z.array(ownSignIn), async ({ services, person, id, signInId }) => {
  const who = await person()
  await services.auth.endSignIn(who, id)
  return services.auth.signInsOf(who, signInId)
})
