import { defineEventHandler, getMethod } from 'h3'
import { answerProblem } from '../http/handler'
import { Problem } from '../services/ground/problem'

export default defineEventHandler(event =>
  answerProblem(
    event,
    new Problem(404, 'no-such-call', `There is no call ${getMethod(event)} ${event.path.split('?')[0]}.`),
  ),
)
