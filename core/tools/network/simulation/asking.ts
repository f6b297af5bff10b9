import { addressText, readAddress } from '../../../ground/addresses/ipv4'
import { readAddress6 } from '../../../ground/addresses/ipv6'
import type { Address6 } from '../../../ground/addresses/ipv6'
import type { Address } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import type { Ask } from '../state'
import { connect } from './asking/connect'
import { logIn } from './asking/login'
import { lookUp } from './asking/lookup'
import { ping } from './asking/ping'
import { echoing4, echoing6 } from './asking/echoing'
import { trace } from './asking/trace'
import type { Asker, Outcome } from './asking/asker'
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
  /** The addresses by which something goes or which a name has, as far as they came out. */
  found: readonly string[]
}

/** So many decisions are told; what goes round would never end. */
const MOST_NOTES = 300
/** For so long it is watched whether something goes round that was set off. */
const AFTERWARDS_US = 200_000
const FLOODED = 'frames are going round without an end: there is a loop of cables'

/** Tries something from a device. `number`: the how manieth it is in this network, so that answers are told apart. */
export function answerOf(network: Network, ask: Ask, number: number): Answer {
  const machine = network.machine(ask.device)
  const [notes, frames] = [network.notes.length, network.captured.length]
  if (!machine) return { ask, met: false, lines: ['There is no such device.'], notes: [], frames: [0, 0], found: [] }
  network.beginCount()
  const asker: Asker = { network, machine, number }
  const outcome = ask.what === 'lookup' ? lookUp(asker, ask.name, ask.type) : towards(asker, ask)
  // What goes round shows only after a while.
  network.run(network.now + AFTERWARDS_US)
  return {
    ask,
    met: outcome.met && !network.isFlooded,
    lines: [...outcome.lines, ...(network.isFlooded ? [FLOODED] : [])],
    notes: network.notes.slice(notes).slice(0, MOST_NOTES),
    frames: [frames, network.captured.length],
    found: outcome.found ?? [],
  }
}

/** Tries something towards an address, or a name whose address is asked for first. */
function towards(asker: Asker, ask: Exclude<Ask, { what: 'lookup' }>): Outcome {
  const address6 = readAddress6(ask.to)
  if (address6 !== null) return tried6(asker, ask, address6)
  const address = readAddress(ask.to)
  if (address !== null) return tried(asker, ask, address)
  const named = lookUp(asker, ask.to, 'a')
  const [found] = named.found ?? []
  if (found === undefined) {
    const named6 = lookUp(asker, ask.to, 'aaaa')
    const [found6] = named6.found ?? []
    if (found6 === undefined) return { met: false, lines: named.lines }
    const outcome = tried6(asker, ask, sure(readAddress6(found6)))
    return { ...outcome, lines: [...named6.lines, ...outcome.lines] }
  }
  const outcome = tried(asker, ask, sure(readAddress(found)))
  return { ...outcome, lines: [...named.lines, ...outcome.lines] }
}

function tried6(asker: Asker, ask: Exclude<Ask, { what: 'lookup' }>, to: Address6): Outcome {
  if (ask.what === 'ping') return ping(asker, echoing6(asker, to), ask.bytes, ask.times)
  if (ask.what === 'trace') return trace(asker, echoing6(asker, to))
  return { met: false, lines: ['connections go by IPv4 here: nothing was sent'] }
}

function tried(asker: Asker, ask: Exclude<Ask, { what: 'lookup' }>, to: Address): Outcome {
  const text = addressText(to)
  switch (ask.what) {
    case 'ping':
      return ping(asker, echoing4(asker, to), ask.bytes, ask.times)
    case 'trace':
      return trace(asker, echoing4(asker, to))
    case 'connect':
      return connect(asker, { to, name: ask.to, text, transport: ask.transport, port: ask.port })
    case 'login':
      return logIn(asker, to, { user: ask.user, password: ask.password ?? null, from: ask.device, to: text })
  }
}
