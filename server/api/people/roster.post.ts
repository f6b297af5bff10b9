import { rosterRequest, rosterView } from '../../../core/wire/people'
import { answer } from '../../http/handler'

export default answer(rosterView, async ({ services, staff, body }) => {
  const who = await staff('manage-people')
  const { csv, take } = await body(rosterRequest, { largest: 1_700_000 })
  return take ? services.people.take(who, csv) : services.people.read(csv)
})
