import { addressText, readAddress } from '../addresses'
import type { Ask } from '../state'
import { heardWords, IpNode } from './ip'
import type { Heard } from './ip'
import type { Note } from './node'
import type { Network } from './network'

/** What came of something that was tried. */
export interface Answer {
  ask: Ask
  /** Whether it came through. */
  met: boolean
  /** What the device says, line by line. */
  lines: readonly string[]
  /** Where the packet went, with the reason for each decision. */
  notes: readonly Note[]
  /** Which of the frames that the network has kept belong to it: from one up to, not including, another. */
  frames: readonly [from: number, to: number]
}

/** So long a device may look for others on the wire before it gives up: its answer is waited for. */
const PATIENCE_US = 4_000_000
/** So many decisions are told; what goes round would never end. */
const MOST_NOTES = 200
const FLOODED = 'frames are going round without an end: there is a loop of cables'

const DATA = Uint8Array.from({ length: 32 }, (_, at) => 97 + (at % 23))

/** Sends an echo request and waits for what comes back. */
export function ping(network: Network, ask: Extract<Ask, { what: 'ping' }>, sequence: number): Answer {
  const node = network.node(ask.device)
  const to = readAddress(ask.to)
  if (!(node instanceof IpNode) || to === null)
    return { ask, met: false, lines: ['This device has no address to ask from.'], notes: [], frames: [0, 0] }
  const [before, begun, first] = [network.notes.length, network.now, network.captured.length]
  const back: Heard[] = []
  node.heard = heard => void back.push(heard)
  const sent = node.say(to, { kind: 'echo', identifier: 1, sequence, data: DATA })
  if (sent) network.run(begun + PATIENCE_US, () => back.length > 0)
  node.heard = null
  const notes = network.notes.slice(before)
  const [heard] = back
  const answered = heard?.message.kind === 'echo-reply'
  const lines = saying(ask.to, sent, heard, network.now - begun)
  const flooded = network.isFlooded ? [FLOODED] : []
  return {
    ask,
    met: answered,
    lines: [...lines, ...flooded],
    notes: notes.slice(0, MOST_NOTES),
    frames: [first, network.captured.length],
  }
}

function saying(to: string, sent: boolean, heard: Heard | undefined, took: number): string[] {
  if (!sent) return [`no way to ${to}: nothing was sent`]
  if (!heard) return [`asked ${to}: no answer`]
  if (heard.message.kind === 'echo-reply') return [`${addressText(heard.from)} answers after ${took / 1000} ms`]
  return [heardWords(heard.message, heard.from)]
}
