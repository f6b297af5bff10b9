import { getRouterParam } from 'h3'
import { partToMark } from '../../../../../../core/wire/marking'
import { answer } from '../../../../../http/handler'

export default answer(partToMark, async ({ services, staff, event, id }) => {
  const marker = await staff('mark')
  return services.marking.part(marker, id, getRouterParam(event, 'task') ?? '', getRouterParam(event, 'step') ?? '')
})
