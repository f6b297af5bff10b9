import { provenRequest } from '../../../../core/wire/people'
import { newFactorView } from '../../../../core/wire/second-factor'
import { answer } from '../../../http/handler'

/** A secret for an authenticator, for whoever gives their password once more. */
export default answer(newFactorView, async ({ services, owner, body }) => {
  const who = await owner()
  await services.auth.prove(who, (await body(provenRequest)).own, 'own')
  return services.factors.begin(who)
})
