import { readAddress, readPrefix } from '../addresses'
import type { Address } from '../addresses'
import { addressesOf } from '../settings/checking'
import { matchPath, settingOf } from '../settings/paths'
import { forwards, hardwareOf, isSwitch, placeText, portsOf, readPlace } from '../site'
import type { Device, PortPlace } from '../site'
import type { NetworkState } from '../state'
import { IpNode } from './ip'
import type { Node, Note, Wires } from './node'
import { EventQueue } from './queue'
import type { Route } from './routes'
import { SwitchNode } from './switching'

/** A frame takes so long over a cable, and besides so long for each of its bytes (100 Mbit/s). */
const CABLE_US = 5
const BYTES_PER_US = 12.5
/** So many frames at once, and something goes round: the rest is dropped. */
const MOST_FRAMES = 200_000
/** So many decisions are told; what goes round would never end. */
const MOST_NOTES = 20_000

/** A frame that went over a cable, for captures. */
export interface Captured {
  at: number
  from: PortPlace
  to: PortPlace
  frame: Uint8Array
}

/** A network as it runs: started from what is set, in simulated time of whole microseconds. */
export class Network implements Wires {
  #now = 0
  #frames = 0
  readonly #queue = new EventQueue()
  readonly #nodes = new Map<string, Node>()
  readonly #peers = new Map<string, PortPlace>()
  readonly #down = new Set<string>()
  /** What devices decided, and why, since somebody began to listen. */
  readonly notes: Note[] = []
  readonly captured: Captured[] = []

  readonly #listening: boolean

  /** `listening`: whether decisions are told and frames are kept, which costs more than forwarding them. */
  constructor(
    { site, cables, running }: Pick<NetworkState, 'site' | 'cables' | 'running'>,
    { listening = true }: { listening?: boolean } = {},
  ) {
    this.#listening = listening
    for (const device of site.devices)
      for (const port of portsOf(device))
        if (settingOf(device, running[device.name] ?? {}, `interfaces/${port}/enabled`) === 'false')
          this.#down.add(placeText({ device: device.name, port }))
    for (const { from, to } of cables) {
      this.#peers.set(from, readPlace(to))
      this.#peers.set(to, readPlace(from))
    }
    for (const device of site.devices) {
      const settings = running[device.name] ?? {}
      const hardware = (port: string): number => hardwareOf(site, { device: device.name, port })
      this.#nodes.set(
        device.name,
        isSwitch(device.kind)
          ? new SwitchNode(device.name, portsOf(device), this)
          : new IpNode(
              device.name,
              addressesOf(device, settings),
              fixedRoutes(device, settings),
              hardware,
              forwards(device.kind),
              this,
            ),
      )
    }
  }

  get now(): number {
    return this.#now
  }

  node(device: string): Node | undefined {
    return this.#nodes.get(device)
  }

  /** Whether more went over its cables than any use of it asks for: something goes round. */
  get isFlooded(): boolean {
    return this.#frames >= MOST_FRAMES
  }

  isUp(device: string, port: string): boolean {
    const place = placeText({ device, port })
    const peer = this.#peers.get(place)
    return peer !== undefined && !this.#down.has(place) && !this.#down.has(placeText(peer))
  }

  send(device: string, port: string, frame: Uint8Array): void {
    const from = { device, port }
    const to = this.#peers.get(placeText(from))
    if (!to || !this.isUp(device, port) || this.#frames >= MOST_FRAMES) return
    this.#frames += 1
    if (this.#listening) this.captured.push({ at: this.#now, from, to, frame })
    this.after(CABLE_US + Math.ceil(frame.length / BYTES_PER_US), () => {
      this.#nodes.get(to.device)?.receive(to.port, frame)
    })
  }

  after(microseconds: number, work: () => void): void {
    this.#queue.put(this.#now + microseconds, work)
  }

  note(device: string, port: string | null, words: () => string): void {
    if (this.#listening && this.notes.length < MOST_NOTES)
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

function fixedRoutes(device: Device, settings: Readonly<Record<string, string>>): Route[] {
  return Object.entries(settings).flatMap(([path, value]) => {
    const found = matchPath(device, path)
    const prefix = found.ok && found.prefix !== null ? readPrefix(found.prefix) : null
    return prefix ? [{ ...prefix, port: null, by: readAddress(value) as Address }] : []
  })
}
