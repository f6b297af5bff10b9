import { z } from 'zod'
import { ownSignIn } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

/** Ends all sign-ins of one’s own but the one that asks. */
export default answer(z.array(ownSignIn), async ({ services, person, signInId }) => {
  const who = await person()
  await services.auth.endOthers(who, signInId ?? '')
  return services.auth.signInsOf(who, signInId)
})
