import { z } from 'zod'
import { answer } from '../../http/handler'
import { running } from '../../http/running'
import { settings } from '../../http/settings'
import { demoPeople } from '../../services/content/demo'
import { notFound } from '../../services/ground/problem'

const demoView = z.strictObject({
  password: z.string(),
  people: z.array(z.strictObject({ name: z.string(), email: z.string(), about: z.string() })),
})

/** The demo's sign-ins, for the sign-in page. There is no such call outside demo mode. */
export default answer(demoView, async () => {
  if (!settings.demo) throw notFound('call')
  const { context } = await running()
  return { password: settings.demoPassword, people: await demoPeople(context) }
})
