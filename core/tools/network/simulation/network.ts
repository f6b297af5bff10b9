import { shutIn } from '../settings/told'
import { hardwareOf, placeText, portsOf, readPlace } from '../site'
import type { PortPlace } from '../site'
import type { NetworkState } from '../state'
import { Machine } from './machine'
import { SECOND_US } from './node'
import type { Note, Wires } from './node'
import { EventQueue } from './queue'

/** A frame takes so long over a cable, and besides so long for each of its bytes (100 Mbit/s). */
const CABLE_US = 5
const BYTES_PER_US = 12.5
/** So many frames until it has settled, or for one thing that is tried; more, and something goes round: dropped. */
const MOST_FRAMES = { settling: 100_000, trying: 5_000 } as const
/** So long a network in which nobody says anything by itself is left alone at first. */
const SETTLED_US = SECOND_US
/** So many decisions are told; what goes round would never end. */
const MOST_NOTES = 20_000

/** A frame that went over a cable, for captures. */
export interface Captured {
  at: number
  from: PortPlace
  to: PortPlace
  frame: Uint8Array
}

/** A cable as one of its ends sees it. */
interface Wire {
  up: boolean
  from: PortPlace
  to: PortPlace
  machine: Machine
}

/** A network as it runs: started from what is set, in simulated time of whole microseconds. */
export class Network implements Wires {
  #now = 0
  #frames = 0
  #noted = 0
  readonly #queue = new EventQueue()
  readonly #machines = new Map<string, Machine>()
  readonly #wires = new Map<string, Map<string, Wire>>()
  readonly #up: ReadonlyMap<string, boolean>
  /** What devices decided, and why, since somebody began to listen. */
  readonly notes: Note[] = []
  readonly captured: Captured[] = []

  readonly #listening: boolean
  #mostFrames: number

  /** `listening`: whether decisions are told and frames are kept, which costs more than forwarding them. */
  constructor(
    { site, cables, running }: Pick<NetworkState, 'site' | 'cables' | 'running'>,
    { listening = true, mostFrames = MOST_FRAMES.settling }: { listening?: boolean; mostFrames?: number } = {},
  ) {
    this.#listening = listening
    this.#mostFrames = mostFrames
    const shut = new Set<string>()
    for (const device of site.devices) {
      this.#wires.set(device.name, new Map())
      for (const port of shutIn(device, running[device.name] ?? {})) shut.add(placeText({ device: device.name, port }))
    }
    const ends = cables.flatMap(({ from, to }) => [
      [from, to],
      [to, from],
    ])
    const up = new Map(ends.map(([from, to]) => [from!, !shut.has(from!) && !shut.has(to!)]))
    this.#up = up
    for (const device of site.devices) {
      const hardware = portsOf(device).map(port => hardwareOf(site, { device: device.name, port }))
      // An interface on a VLAN, or on none, has the hardware address of the first port.
      const hardwareAt = (port: string): number => hardware[Number(/^p(\d+)/.exec(port)?.[1] ?? 1) - 1]!
      this.#machines.set(device.name, new Machine(device, running[device.name] ?? {}, hardwareAt, this))
    }
    for (const [from, to] of ends) {
      const [one, other] = [readPlace(from!), readPlace(to!)]
      const wire = { up: up.get(from!)!, from: one, to: other, machine: this.#machines.get(other.device)! }
      this.#wires.get(one.device)!.set(one.port, wire)
    }
    for (const machine of this.#machines.values()) machine.start()
  }

  get now(): number {
    return this.#now
  }

  machine(device: string): Machine | undefined {
    return this.#machines.get(device)
  }

  /** Begins to count anew what goes over its cables: for each thing that is tried so many frames are enough. */
  beginCount(): void {
    this.#frames = 0
    this.#noted = 0
    this.#mostFrames = MOST_FRAMES.trying
  }

  /** Whether more went over its cables than any use of it asks for: something goes round. */
  get isFlooded(): boolean {
    return this.#frames >= this.#mostFrames
  }

  /** After how many microseconds what its devices say by themselves has come to its end. */
  get settledAfter(): number {
    return Math.max(SETTLED_US, ...[...this.#machines.values()].map(({ settledAfter }) => settledAfter))
  }

  /** Whether a port is joined to another, and both are enabled. */
  isUp(device: string, port: string): boolean {
    return this.#up.get(placeText({ device, port })) ?? false
  }

  send(device: string, port: string, frame: Uint8Array): void {
    const wire = this.#wires.get(device)?.get(port)
    if (!wire?.up || this.#frames >= this.#mostFrames) return
    this.#frames += 1
    if (this.#listening) this.captured.push({ at: this.#now, from: wire.from, to: wire.to, frame })
    this.#queue.put(this.#now + CABLE_US + Math.ceil(frame.length / BYTES_PER_US), () => {
      wire.machine.receive(wire.to.port, frame)
    })
  }

  after(microseconds: number, work: () => void): void {
    this.#queue.put(this.#now + microseconds, work)
  }

  note(device: string, port: string | null, words: () => string): void {
    if (!this.#listening || this.#noted >= MOST_NOTES) return
    this.#noted += 1
    this.notes.push({ at: this.#now, device, port, words: words() })
  }

  /** Lets it run until a moment, or until something holds. */
  run(until: number, done: () => boolean = () => false): void {
    for (let next = this.#queue.next; next !== null && next <= until; next = this.#queue.next) {
      const due = this.#queue.take()!
      this.#now = due.at
      due.work()
      if (done()) return
    }
    this.#now = Math.max(this.#now, until)
  }
}
