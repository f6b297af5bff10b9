import { readHead } from '../../frames/ipv4'
import type { Icmp } from '../../frames/icmp'
import { flowOf } from '../flows'
import type { Machine } from '../machine'
import type { Network } from '../network'
import type { Heard } from '../stack'

/** Who tries something, and the how manieth that is. */
export interface Asker {
  network: Network
  machine: Machine
  number: number
}

/** What came of it. */
export interface Outcome {
  met: boolean
  lines: readonly string[]
  found?: readonly string[]
}

/** So long a device may look for others on the wire before it gives up: its answer is waited for. */
export const PATIENCE_US = 4_000_000
/** Ports from which is asked begin here: those for passing use (RFC 6335). */
const FIRST_PORT = 49_152
export const ownPort = ({ number }: Asker): number => FIRST_PORT + (number % 10_000)

export const noWay = (to: string): Outcome => ({ met: false, lines: [`no way to ${to}: nothing was sent`] })
export const milliseconds = (microseconds: number): string => `${microseconds / 1000} ms`

/** Whether a message belongs to what was sent under an identifier, or from a port. */
export function isAbout(message: Icmp, identifier: number): boolean {
  if (!('about' in message)) return message.identifier === identifier
  const head = readHead(message.about)
  return head !== null && flowOf(head).fromPort === identifier
}

/** Listens to what comes back for an identifier, or a port, while something is done. */
export function listening<Result>({ machine }: Asker, identifier: number, work: (heard: Heard[]) => Result): Result {
  const back: Heard[] = []
  machine.stack.heard = heard => {
    if (isAbout(heard.message, identifier)) back.push(heard)
  }
  const result = work(back)
  machine.stack.heard = null
  return result
}
