import { answerFile } from '../../../../http/handler'

/** A picture to look at here; a document goes to whatever opens documents on the device. */
export default answerFile(async ({ event, services, person, id }) => {
  const file = await services.afterwards.content(await person(), id, event.context.params?.file ?? '')
  return { ...file, inline: file.type.startsWith('image/') }
})
