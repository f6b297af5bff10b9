import { endedView, submitRequest } from '../../../../core/wire/sitting'
import { answer } from '../../../http/handler'

export default answer(endedView, async ({ services, person, body, id }) =>
  services.sittings.submit(await person(), id, await body(submitRequest)),
)
