import { z } from 'zod'
import { ownSignIn } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

/** Where one is signed in. */
export default answer(z.array(ownSignIn), async ({ services, person, signInId }) =>
  services.auth.signInsOf(await person(), signInId),
)
