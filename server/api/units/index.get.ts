import { z } from 'zod'
import { unitView } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(z.array(unitView), async ({ services, staff }) => {
  await staff('assign')
  return services.units.all()
})
