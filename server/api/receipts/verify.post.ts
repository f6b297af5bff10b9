import { z } from 'zod'
import { answer } from '../../http/handler'

const request = z.strictObject({
  sittingId: z.string().trim().min(1).max(60),
  digest: z.string().trim().min(1).max(64),
})

/** Whether a receipt is that of a log on this server. */
export default answer(
  z.strictObject({ known: z.boolean(), matches: z.boolean() }),
  async ({ services, staff, body }) => {
    await staff('mark')
    const { sittingId, digest } = await body(request)
    return services.afterwards.verify(sittingId, digest)
  },
)
