import { z } from 'zod'
import { verifyRequest } from '../../../core/wire/afterwards'
import { answer } from '../../http/handler'

/** Whether a receipt is that of a log on this server. */
export default answer(
  z.strictObject({ known: z.boolean(), matches: z.boolean() }),
  async ({ services, staff, body }) => {
    await staff('mark')
    const { sittingId, digest } = await body(verifyRequest)
    return services.afterwards.verify(sittingId, digest)
  },
)
