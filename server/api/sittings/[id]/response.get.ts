import { responseFile } from '../../../../core/wire/response'
import { answerFile } from '../../../http/handler'

/** The whole response as an open file: see docs/response-file.md. */
export default answerFile(async ({ services, person, id }) => ({
  type: 'application/json; charset=utf-8',
  name: `response-${id}.json`,
  content: `${JSON.stringify(responseFile.parse(await services.afterwards.response(await person(), id)), null, 1)}\n`,
}))
