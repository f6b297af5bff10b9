import { coverView } from '../../../../core/wire/cover'
import { answer } from '../../../http/handler'

/** The trainee asks the invigilator to be let in. */
export default answer(coverView, async ({ services, person, id }) => {
  const who = await person()
  await services.starting.wait(who, id)
  return services.work.cover(who, id)
})
