import { progressView } from '../../../../core/wire/assigning'
import { answer } from '../../../http/handler'

export default answer(progressView, async ({ services, staff, id }) => {
  await staff('assign')
  return services.assigning.progress(id)
})
