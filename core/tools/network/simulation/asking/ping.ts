import { addressText } from '../../addresses'
import type { Address } from '../../addresses'
import { heardWords } from '../telling'
import { listening, milliseconds, noWay, PATIENCE_US } from './asker'
import type { Asker, Outcome } from './asker'

/** So many bytes are sent along, unless others are asked for. */
const USUAL_BYTES = 32
const dataOf = (bytes: number): Uint8Array => Uint8Array.from({ length: bytes }, (_, at) => 97 + (at % 23))

/** Sends an echo request and waits for what comes back. */
export function ping(asker: Asker, to: Address, bytes = USUAL_BYTES): Outcome {
  const { network, machine, number } = asker
  const begun = network.now
  return listening(asker, number, back => {
    if (!machine.stack.say(to, { kind: 'echo', identifier: number, sequence: 1, data: dataOf(bytes) })) return noWay(to)
    network.run(begun + PATIENCE_US, () => back.length > 0)
    const [heard] = back
    if (!heard) return { met: false, lines: [`asked ${addressText(to)}: no answer`] }
    if (heard.message.kind !== 'echo-reply') return { met: false, lines: [heardWords(heard.message, heard.from)] }
    return { met: true, lines: [`${addressText(heard.from)} answers after ${milliseconds(network.now - begun)}`] }
  })
}
