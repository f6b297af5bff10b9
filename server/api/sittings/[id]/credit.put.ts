import { afterView, creditRequest } from '../../../../core/wire/afterwards'
import { answer } from '../../../http/handler'

export default answer(afterView, async ({ services, person, body, id }) => {
  const who = await person()
  await services.afterwards.credit(who, id, (await body(creditRequest)).counts)
  return services.afterwards.view(who, id)
})
