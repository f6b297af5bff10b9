import { answerFile } from '../../../../http/handler'

export default answerFile(async ({ event, services, person, id }) => {
  const recording = event.context.params?.recording ?? ''
  const content = await services.recordings.file(await person(), id, recording)
  return { type: 'audio/wav', content, name: 'recording.wav', inline: true }
})
