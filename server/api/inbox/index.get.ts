import { inboxView } from '../../../core/wire/inbox'
import { answer } from '../../http/handler'

export default answer(inboxView, async ({ services, staff }) => {
  await staff('assign')
  return services.inbox.view()
})
