import { pieceQuery, pieceTaken } from '../../../../../core/wire/recordings'
import { readBytes } from '../../../../http/body'
import { answer } from '../../../../http/handler'

/** Some seconds of sound, with room to spare. */
const LIMITS = { largest: 200_000, withinMs: 60_000 }

/** One piece of a recording as the body, which one it is in the query. */
export default answer(pieceTaken, async ({ event, services, person, query, id }) => {
  const who = await person()
  await services.recordings.add(who, id, query(pieceQuery), () => readBytes(event, LIMITS))
  return { taken: true as const }
})
