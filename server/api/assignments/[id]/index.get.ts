import { coverView } from '../../../../core/wire/cover'
import { answer } from '../../../http/handler'

export default answer(coverView, async ({ services, person, id }) => services.work.cover(await person(), id))
