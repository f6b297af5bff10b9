import { coverView } from '../../../../core/wire/cover'
import { answer } from '../../../http/handler'

/** The trainee begins to read the instructions: from now on the reading time runs. */
export default answer(coverView, async ({ services, person, id }) => {
  const who = await person()
  await services.starting.read(who, id)
  return services.work.cover(who, id)
})
