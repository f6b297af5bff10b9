import { provenRequest } from '../../../../core/wire/people'
import { recoveryCodesView } from '../../../../core/wire/second-factor'
import { answer } from '../../../http/handler'

/** New recovery codes. */
export default answer(recoveryCodesView, async ({ services, person, body }) => {
  const who = await person()
  await services.auth.prove(who, (await body(provenRequest)).own, 'own')
  return { codes: await services.factors.renewCodes(who) }
})
