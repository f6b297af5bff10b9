import { confirmFactorRequest, recoveryCodesView } from '../../../../core/wire/second-factor'
import { answer } from '../../../http/handler'

/** The first code of the authenticator: from now on one is asked for, and whoever else is signed in has to give it. */
export default answer(recoveryCodesView, async ({ services, owner, body, signInId }) => {
  const who = await owner()
  const codes = await services.factors.confirm(who, (await body(confirmFactorRequest)).code)
  await services.auth.endOthers(who, signInId ?? '')
  services.auth.changed(who.id)
  return { codes }
})
