import { getQuery, getRouterParam } from 'h3'
import { taskWorkView } from '../../../../../core/wire/sitting'
import { answer } from '../../../../http/handler'

export default answer(taskWorkView, async ({ event, services, person, id }) => {
  const { have } = getQuery(event)
  const digests = typeof have === 'string' ? have.split(',') : []
  return services.sittings.task(await person(), id, getRouterParam(event, 'task') ?? '', digests)
})
