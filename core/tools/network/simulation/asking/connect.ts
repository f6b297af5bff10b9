import type { Address } from '../../../../ground/addresses/ipv4'
import { answerText, opening, openingDatagram } from '../services/answering'
import { heardWords } from '../telling'
import type { Outcome as Connected } from '../connections'
import { listening, milliseconds, noWay, ownPort, PATIENCE_US } from './asker'
import type { Asker, Outcome } from './asker'

interface Goal {
  to: Address
  /** As it was written, and as an address. */
  name: string
  text: string
  transport: 'tcp' | 'udp'
  port: number
  /** What is said once it is open; what the port usually hears where nothing is given. */
  says?: string
}

/** What was said, in quotes. */
function quoted(port: number, said: Uint8Array): string {
  const line = answerText(port, said)
  return line === '' ? '' : `: “${line}”`
}

/** Tries whether a port answers. */
export function connect(asker: Asker, goal: Goal): Outcome {
  return listening(asker, ownPort(asker), back =>
    goal.transport === 'tcp' ? byConnection(asker, goal, back) : byDatagram(asker, goal, back),
  )
}

type Back = Parameters<Parameters<typeof listening>[2]>[0]

function byConnection(asker: Asker, { to, name, text, port, says }: Goal, back: Back): Outcome {
  const { network, machine } = asker
  const begun = network.now
  let outcome: Connected | null = null
  const ports = { own: ownPort(asker), peer: port }
  const sent = machine.equipment.connections.connect(
    to,
    ports,
    says === undefined ? opening(port, name) : new TextEncoder().encode(says),
    one => {
      outcome = one
    },
  )
  if (!sent) return noWay(text)
  network.run(begun + PATIENCE_US, () => outcome !== null || back.length > 0)
  const took = milliseconds(network.now - begun)
  // Both sides close in peace.
  network.run(network.now + 1_000_000, () => false)
  const [heard] = back
  const result = outcome as Connected | null
  if (result?.opened)
    return { met: true, lines: [`${text} answers on TCP port ${port} after ${took}${quoted(port, result.said)}`] }
  if (result?.refused) return { met: false, lines: [`${text} refuses: nothing listens on TCP port ${port}`] }
  if (heard) return { met: false, lines: [heardWords(heard.message, heard.from)] }
  return { met: false, lines: [`asked ${text} on TCP port ${port}: no answer`] }
}

function byDatagram(asker: Asker, { to, text, port }: Goal, back: Back): Outcome {
  const { network, machine } = asker
  const { datagrams } = machine.equipment
  const begun = network.now
  const own = ownPort(asker)
  const said: Uint8Array[] = []
  datagrams.open(own, ({ data }) => void said.push(data))
  const sent = datagrams.send(to, own, port, openingDatagram(port, machine.device.name))
  if (sent) network.run(begun + PATIENCE_US, () => said.length > 0 || back.length > 0)
  datagrams.close(own)
  if (!sent) return noWay(text)
  const [answer] = said
  const took = milliseconds(network.now - begun)
  if (answer) return { met: true, lines: [`${text} answers on UDP port ${port} after ${took}${quoted(port, answer)}`] }
  const [heard] = back
  if (heard) return { met: false, lines: [heardWords(heard.message, heard.from)] }
  return { met: false, lines: [`asked ${text} on UDP port ${port}: no answer`] }
}
