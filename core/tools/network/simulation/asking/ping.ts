import { milliseconds, noWay, PATIENCE_US } from './asker'
import type { Asker, Outcome } from './asker'
import { whileHeard } from './echoing'
import type { Echoing } from './echoing'

/** So many bytes are sent along, unless others are asked for. */
const USUAL_BYTES = 32
const dataOf = (bytes: number): Uint8Array => Uint8Array.from({ length: bytes }, (_, at) => 97 + (at % 23))

/** Sends an echo request and waits for what comes back. */
export function ping({ network }: Asker, echoing: Echoing, bytes = USUAL_BYTES): Outcome {
  const begun = network.now
  return whileHeard(echoing, back => {
    if (!echoing.ask(1, dataOf(bytes))) return noWay(echoing.to)
    network.run(begun + PATIENCE_US, () => back.length > 0)
    const [heard] = back
    if (!heard) return { met: false, lines: [`asked ${echoing.to}: no answer`] }
    if (heard.kind !== 'echo-reply') return { met: false, lines: [heard.words] }
    return { met: true, lines: [`${heard.from} answers after ${milliseconds(network.now - begun)}`] }
  })
}
