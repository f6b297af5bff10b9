import { getQuery } from 'h3'
import { uploadView } from '../../../../../core/wire/afterwards'
import { answer, readBytes } from '../../../../http/handler'

const LARGEST = 20_000_000

/** One file as the body, its name in the query. */
export default answer(uploadView, async ({ event, services, person, id }) => {
  const who = await person()
  const { name } = getQuery(event)
  return services.afterwards.upload(who, id, typeof name === 'string' ? name : '', await readBytes(event, LARGEST))
})
