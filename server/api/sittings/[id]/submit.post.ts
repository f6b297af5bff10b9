import { endedView } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(endedView, async ({ services, person, id }) => services.sittings.submit(await person(), id))
