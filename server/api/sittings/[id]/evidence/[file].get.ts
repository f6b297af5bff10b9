import { answerFile } from '../../../../http/handler'

export default answerFile(async ({ event, services, person, id }) => {
  const { type, content } = await services.afterwards.content(await person(), id, event.context.params?.file ?? '')
  return { type, content, name: `evidence.${type.split('/')[1]}`, inline: true }
})
