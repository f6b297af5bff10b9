import { choicesView } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(choicesView, async ({ services, staff }) => {
  await staff('assign')
  return services.assigning.choices()
})
