import { deskView } from '../../../core/wire/marking'
import { answer } from '../../http/handler'

export default answer(deskView, async ({ services, staff }) => {
  await staff('mark')
  return services.marking.overview()
})
