import { unitDocument } from '../../../core/assignment/units'
import { unitView } from '../../../core/wire/assigning'
import { answer } from '../../http/handler'

export default answer(unitView, async ({ services, staff, body }) =>
  services.units.make(await staff('assign'), await body(unitDocument)),
)
