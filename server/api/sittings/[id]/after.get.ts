import { afterView } from '../../../../core/wire/afterwards'
import { answer } from '../../../http/handler'

export default answer(afterView, async ({ services, person, id }) => services.afterwards.view(await person(), id))
