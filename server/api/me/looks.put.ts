import { looks } from '../../../core/people/looks'
import { answer } from '../../http/handler'

export default answer(looks, async ({ services, person, body }) =>
  services.looks.keep(await person(), await body(looks)),
)
