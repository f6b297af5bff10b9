import { milliseconds, noWay, PATIENCE_US } from './asker'
import type { Asker, Outcome } from './asker'
import { whileHeard } from './echoing'
import type { Echoing } from './echoing'

/** So far it is followed, and so many hops in a row may say nothing. */
const MOST_HOPS = 30
const MOST_SILENT = 3
const DATA = new Uint8Array(32)

/** Finds who is on the way to an address: echoes with a life of one hop, of two, and so on. */
export function trace({ network }: Asker, echoing: Echoing): Outcome {
  return whileHeard(echoing, back => {
    const lines: string[] = []
    const found: string[] = []
    let silent = 0
    for (let hop = 1; hop <= MOST_HOPS && silent < MOST_SILENT; hop += 1) {
      const begun = network.now
      back.length = 0
      if (!echoing.ask(hop, DATA, hop)) return noWay(echoing.to)
      network.run(begun + PATIENCE_US, () => back.length > 0)
      const [heard] = back
      silent = heard ? 0 : silent + 1
      if (!heard) {
        lines.push(`${hop}  no answer`)
        continue
      }
      const { kind, from, words } = heard
      found.push(from)
      const took = `${hop}  ${from}, ${milliseconds(network.now - begun)}`
      if (kind === 'echo-reply') return { met: true, lines: [...lines, `${took}: there`], found }
      lines.push(kind === 'time-exceeded' ? took : `${hop}  ${words}`)
      if (kind === 'unreachable') return { met: false, lines, found }
    }
    return { met: false, lines: [...lines, `given up: ${echoing.to} was not reached`], found }
  })
}
