import { resultView } from '../../../../core/wire/result'
import { answer } from '../../../http/handler'

export default answer(resultView, async ({ services, person, id }) => services.results.of(await person(), id))
