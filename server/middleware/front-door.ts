import { defineEventHandler, setResponseHeader } from 'h3'
import type { H3Event } from 'h3'
import { answerProblem } from '../http/handler'
import { refusalOf } from '../http/sender'
import { knownSignInOf } from '../http/session'
import { settings } from '../http/settings'
import { keepTurn } from '../http/streams'
import { fairTurns } from '../http/turns'
import { Problem } from '../services/ground/problem'

/** How long browsers remember that this server is reached by HTTPS alone (RFC 6797): a year. */
const STRICT = 'max-age=31536000; includeSubDomains'

const turns = fairTurns()
const CROWDED = new Problem(503, 'busy', 'Very much is going on at this moment. Try again in a few seconds.', {}, 5)

/** Waits until it is a call’s turn, which ends with its answer. */
async function awaitTurn(event: H3Event): Promise<Problem | null> {
  const turn = turns.turn(knownSignInOf(event))
  if (turn === null) return CROWDED
  const end = await turn
  keepTurn(event, end)
  event.node.res.once('close', end)
  if (event.node.res.closed) end()
  return null
}

/** What is looked at before anything else of a request, whatever it asks for. */
export default defineEventHandler(async event => {
  if (settings.https) setResponseHeader(event, 'Strict-Transport-Security', STRICT)
  const isCall = event.path.startsWith('/api/') && !event.path.startsWith('/api/health')
  const refusal = refusalOf(event) ?? (isCall ? await awaitTurn(event) : null)
  return refusal === null ? undefined : answerProblem(event, refusal)
})
