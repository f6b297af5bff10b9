import { demoView } from '../../../core/wire/sign-in'
import { answer } from '../../http/handler'
import { running } from '../../http/running'
import { settings } from '../../http/settings'
import { demoPeople } from '../../services/content/demo'
import { notFound } from '../../services/ground/problem'

/** The demo's sign-ins, for the sign-in page. There is no such call outside demo mode. */
export default answer(demoView, async () => {
  if (!settings.demo) throw notFound('call')
  const { context } = await running()
  return { password: settings.demoPassword, people: await demoPeople(context) }
})
