import { milliseconds, noWay, PATIENCE_US } from './asker'
import type { Asker, Outcome } from './asker'
import { whileHeard } from './echoing'
import type { Back, Echoing } from './echoing'

/** So many bytes are sent along, unless others are asked for. */
const USUAL_BYTES = 32
const dataOf = (bytes: number): Uint8Array => Uint8Array.from({ length: bytes }, (_, at) => 97 + (at % 23))

/** Sends an echo request and waits for what comes back. */
export function ping({ network }: Asker, echoing: Echoing, bytes = USUAL_BYTES, times = 1): Outcome {
  const begun = network.now
  return whileHeard(echoing, back => {
    if (!echoing.ask(1, dataOf(bytes))) return noWay(echoing.to)
    if (times > 1) return again({ network, echoing, bytes, times }, back)
    network.run(begun + PATIENCE_US, () => back.length > 0)
    const [heard] = back
    if (!heard) return { met: false, lines: [`asked ${echoing.to}: no answer`] }
    if (heard.kind !== 'echo-reply') return { met: false, lines: [heard.words] }
    return { met: true, lines: [`${heard.from} answers after ${milliseconds(network.now - begun)}`] }
  })
}

interface Often {
  network: Asker['network']
  echoing: Echoing
  bytes: number
  times: number
}

/** Sends the rest right after the first, and counts what comes back. */
function again({ network, echoing, bytes, times }: Often, back: readonly Back[]): Outcome {
  const begun = network.now
  for (let sequence = 2; sequence <= times; sequence += 1) echoing.ask(sequence, dataOf(bytes))
  network.run(begun + PATIENCE_US, () => back.length >= times)
  const answers = back.filter(({ kind }) => kind === 'echo-reply').length
  const told = back.find(({ kind }) => kind !== 'echo-reply')
  const within = answers === times ? ` within ${milliseconds(network.now - begun)}` : ''
  const lines = [`${echoing.to} answers ${answers} of ${times}${within}`, ...(told ? [told.words] : [])]
  return { met: answers === times, lines }
}
