import { recordingsView } from '../../../../../core/wire/recordings'
import { answer } from '../../../../http/handler'

export default answer(recordingsView, async ({ services, person, id }) => services.recordings.list(await person(), id))
