import { addressText } from '../../addresses'
import type { Address } from '../../addresses'
import { heardWords } from '../telling'
import { listening, milliseconds, noWay, PATIENCE_US } from './asker'
import type { Asker, Outcome } from './asker'

/** So far it is followed, and so many hops in a row may say nothing. */
const MOST_HOPS = 30
const MOST_SILENT = 3
const DATA = new Uint8Array(32)

/** Finds who is on the way to an address: echoes with a life of one hop, of two, and so on. */
export function trace(asker: Asker, to: Address): Outcome {
  const { network, machine, number } = asker
  return listening(asker, number, back => {
    const lines: string[] = []
    const found: string[] = []
    let silent = 0
    for (let hop = 1; hop <= MOST_HOPS && silent < MOST_SILENT; hop += 1) {
      const begun = network.now
      back.length = 0
      if (!machine.stack.say(to, { kind: 'echo', identifier: number, sequence: hop, data: DATA }, hop)) return noWay(to)
      network.run(begun + PATIENCE_US, () => back.length > 0)
      const [heard] = back
      silent = heard ? 0 : silent + 1
      if (!heard) {
        lines.push(`${hop}  no answer`)
        continue
      }
      const from = addressText(heard.from)
      found.push(from)
      const took = milliseconds(network.now - begun)
      if (heard.message.kind === 'echo-reply')
        return { met: true, lines: [...lines, `${hop}  ${from}, ${took}: there`], found }
      lines.push(
        `${hop}  ${heard.message.kind === 'time-exceeded' ? `${from}, ${took}` : heardWords(heard.message, heard.from)}`,
      )
      if (heard.message.kind === 'unreachable') return { met: false, lines, found }
    }
    return { met: false, lines: [...lines, `given up: ${addressText(to)} was not reached`], found }
  })
}
