import { assignmentAct, progressView } from '../../../../core/wire/assigning'
import { answer } from '../../../http/handler'

export default answer(progressView, async ({ services, staff, body, id }) => {
  const who = await staff('assign')
  await services.assigning.act(who, id, await body(assignmentAct))
  return services.assigning.progress(id)
})
