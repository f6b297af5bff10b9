import { unitDocument } from '../../../core/assignment/units'
import { unitView } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(unitView, async ({ services, staff, body, id }) =>
  services.units.change(await staff('assign'), id, await body(unitDocument)),
)
