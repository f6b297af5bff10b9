import { sittingNotice } from '../../../../core/wire/sitting'
import { answerStream } from '../../../http/handler'

/** What happens to a sitting while its page is open: clock, messages, the end. */
export default answerStream(sittingNotice, async ({ services, person, id }, tell) =>
  services.sittings.follow(await person(), id, tell),
)
