import { afterView, rating } from '../../../../core/wire/afterwards'
import { answer } from '../../../http/handler'

export default answer(afterView, async ({ services, person, body, id }) => {
  const who = await person()
  await services.afterwards.rate(who, id, await body(rating))
  return services.afterwards.view(who, id)
})
