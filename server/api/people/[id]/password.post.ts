import { givenPassword } from '../../../../core/wire/people'
import { answer } from '../../../http/handler'

export default answer(givenPassword, async ({ services, staff, id }) =>
  services.people.givePassword(await staff('manage-people'), id),
)
