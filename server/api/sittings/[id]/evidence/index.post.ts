import { getQuery } from 'h3'
import { uploadView } from '../../../../../core/wire/afterwards'
import { saveBytes } from '../../../../http/body'
import { answer } from '../../../../http/handler'
import { arrivingFile } from '../../../../http/running'

/** A photo over a slow line takes its time. */
const WITHIN_MS = 180_000

/** One file as the body, its name in the query. */
export default answer(uploadView, async ({ event, services, person, id }) => {
  const who = await person()
  const { name } = getQuery(event)
  return services.afterwards.upload(who, id, typeof name === 'string' ? name : '', async largest => {
    const file = arrivingFile()
    await saveBytes(event, { largest, withinMs: WITHIN_MS }, file)
    return file
  })
})
