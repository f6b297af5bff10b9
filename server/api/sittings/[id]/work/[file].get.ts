import { answerFile } from '../../../../http/handler'

export default answerFile(async ({ event, services, person, id }) =>
  services.results.file(await person(), id, event.context.params?.file ?? ''),
)
