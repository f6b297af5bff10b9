import { z } from 'zod'
import { answer } from '../../http/handler'

export default answer(z.strictObject({ removed: z.literal(true) }), async ({ services, staff, id }) => {
  await services.units.remove(await staff('assign'), id)
  return { removed: true as const }
})
