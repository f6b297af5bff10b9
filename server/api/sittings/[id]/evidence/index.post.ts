import { getQuery } from 'h3'
import { uploadView } from '../../../../../core/wire/afterwards'
import { readBytes } from '../../../../http/body'
import { answer } from '../../../../http/handler'

/** A photo over a slow line takes its time. */
const LIMITS = { largest: 20_000_000, withinMs: 180_000 }

/** One file as the body, its name in the query. */
export default answer(uploadView, async ({ event, services, person, id }) => {
  const who = await person()
  const { name } = getQuery(event)
  return services.afterwards.upload(who, id, typeof name === 'string' ? name : '', await readBytes(event, LIMITS))
})
