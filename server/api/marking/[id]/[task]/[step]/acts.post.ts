import { getRouterParam } from 'h3'
import { answerToMark, deskRequest } from '../../../../../../core/wire/marking'
import { answer } from '../../../../../http/handler'

export default answer(answerToMark, async ({ services, staff, event, id, body }) => {
  const marker = await staff('mark')
  const [task, step] = [getRouterParam(event, 'task') ?? '', getRouterParam(event, 'step') ?? '']
  return services.marking.act(marker, id, task, step, await body(deskRequest))
})
