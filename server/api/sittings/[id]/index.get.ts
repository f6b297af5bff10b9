import { sittingView } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(sittingView, async ({ services, person, id }) => services.sittings.view(await person(), id))
