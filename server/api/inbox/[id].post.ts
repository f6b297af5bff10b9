import { inboxAnswer, inboxView } from '../../../core/wire/inbox'
import { answer } from '../../http/handler'

export default answer(inboxView, async ({ services, staff, body, id }) => {
  const who = await staff('assign')
  await services.inbox.answer(who, id, (await body(inboxAnswer)).text)
  return services.inbox.view()
})
