import { sittingNotice } from '../../../../core/wire/sitting'
import { answerStream } from '../../../http/handler'

/** What happens to a sitting while its page is open: clock, messages, the end. */
export default answerStream(
  sittingNotice,
  ({ person }) => person(),
  ({ services, id }, person, tell) => services.sittings.follow(person, id, tell),
)
