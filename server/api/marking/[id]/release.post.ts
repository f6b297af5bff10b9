import { releasedView } from '../../../../core/wire/marking'
import { answer } from '../../../http/handler'

export default answer(releasedView, async ({ services, staff, id }) => ({
  released: await services.marking.release(await staff('mark'), id),
}))
