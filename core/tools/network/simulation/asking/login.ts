import type { Address } from '../../../../ground/addresses/ipv4'
import { isWelcome, loginText, SHELL_PORT } from '../services/shell'
import type { Login } from '../services/shell'
import type { Asker, Outcome } from './asker'
import { connect } from './connect'

/** Opens a connection to where a device listens for those who look after it, and wants to be let in. */
export function logIn(asker: Asker, to: Address, login: Login): Outcome {
  const port = SHELL_PORT
  const goal = { to, name: login.to, text: login.to, transport: 'tcp' as const, port, says: loginText(login) }
  const { met, lines } = connect(asker, goal)
  const said = /“(.*)”$/.exec(lines[0] ?? '')?.[1]
  if (!met || said === undefined) return { met: false, lines }
  return { met: isWelcome(said), lines: [`${login.to} says: ${said}`] }
}
