import { defineEventHandler, setResponseHeader } from 'h3'
import { answerProblem } from '../http/handler'
import { refusalOf } from '../http/sender'
import { settings } from '../http/settings'

/** How long browsers remember that this server is reached by HTTPS alone (RFC 6797): a year. */
const STRICT = 'max-age=31536000; includeSubDomains'

/** What is looked at before anything else of a request, whatever it asks for. */
export default defineEventHandler(event => {
  if (settings.https) setResponseHeader(event, 'Strict-Transport-Security', STRICT)
  const refusal = refusalOf(event)
  return refusal === null ? undefined : answerProblem(event, refusal)
})
