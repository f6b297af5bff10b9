import { getQuery } from 'h3'
import { auditPage } from '../../../core/wire/room'
import { answer } from '../../http/handler'

export default answer(auditPage, async ({ event, services, staff }) => {
  const reader = await staff('read-audit')
  const before = Number(getQuery(event).before)
  return services.audit.page(reader, Number.isInteger(before) && before > 0 ? before : undefined)
})
