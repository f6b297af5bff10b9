import { sure } from '../../../ground/sure'
import type { Duplex } from '../settings/kinds/ethernet'
import { portUnder } from '../settings/places'
import { shutIn } from '../settings/told'
import { fittedWith, hardwareOf, placeText, readPlace } from '../site'
import type { Cable, Device, PortPlace, Site } from '../site'
import type { NetworkState } from '../state'
import { asksForUser } from '../settings/kinds/wireless'
import { Admission } from './air/admitting'
import { airPort, isJoined, joiningsOf } from './air/joining'
import type { Joined, Joining } from './air/joining'
import { endAt, linked } from './linking'
import type { End, Linked } from './linking'
import { Machine } from './machine'
import type { AirPorts } from './machine'
import { SECOND_US } from './node'
import type { Note, Wires } from './node'
import { EventQueue } from './queue'

/** A frame takes so long over a cable, and besides so long for each of its bytes. */
const CABLE_US = 5
const BITS = 8
/** What is on the air waits first until nobody else is heard (IEEE 802.11: DIFS with symbols of OFDM). */
const AIR_US = 34
/** When those who are let in have addresses, too. */
const ADMITTED_US = Admission.SETTLED_US + 10 * SECOND_US
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

/** What one direction of a cable has for itself, or both directions share that can’t be used at once. */
interface Lane {
  /** When it is free again. */
  until: number
}

/** A frame on its way that another may run into. */
interface Flight {
  begins: number
  ends: number
  ruined: boolean
}

/** What one direction of a cable, or of what goes through the air, is like. */
interface Through {
  /** In Mbit/s. */
  speed: number
  duplex: Duplex
  /** How long anything takes, whatever its length. */
  delay: number
  lane: Lane
  /** Whether one end talks whenever it likes, and the other only while nobody else does: frames run into each other. */
  clashes: boolean
  faulty: boolean
}

/** A cable as one of its ends sees it. */
interface Wire extends Through {
  up: boolean
  from: PortPlace
  to: PortPlace
  machine: Machine
  /** Those of a cable that clashes. */
  flights: Flight[]
  /** What went through it so far; what was damaged on the way is counted among the frames. */
  frames: number
  bytesOut: number
  bytesIn: number
  damaged: number
}

/** What an interface has sent and taken since the network was started (RFC 8343, statistics). */
export interface Counted {
  outFrames: number
  outBytes: number
  inFrames: number
  inBytes: number
  inErrors: number
}

/** What goes through the air: nothing else is in its way. */
const FREE = { duplex: 'full', clashes: false, faulty: false } as const

/** Of so many frames one comes through a faulty cable. */
const ONE_OF = 3

/** The hardware address of each interface: one on a VLAN, or on none, has that of the first port. */
function hardwareIn(site: Site, device: Device): (port: string) => number {
  const hardware = new Map(
    fittedWith(device).map(port => [port, hardwareOf(site, { device: device.name, port })] as const),
  )
  const [first = 0] = hardware.values()
  return port => hardware.get(portUnder(port) ?? '') ?? first
}

/** A network as it runs: started from what is set, in simulated time of whole microseconds. */
export class Network implements Wires {
  #now = 0
  #frames = 0
  #noted = 0
  readonly #queue = new EventQueue()
  readonly #machines = new Map<string, Machine>()
  readonly #wires = new Map<string, Map<string, Wire>>()
  readonly #up: Map<string, boolean>
  readonly #links = new Map<string, Linked>()
  readonly #speeds = new Map<string, number>()
  readonly #joinings: readonly Joining[]
  readonly #admissions: readonly Admission[]
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
    const ends = new Map(site.devices.map(device => [device.name, [device, running[device.name] ?? {}] as const]))
    const endOf = (place: string): End => {
      const { device, port } = readPlace(place)
      return endAt(...sure(ends.get(device)), port)
    }
    const links = cables.map(cable => ({
      cable,
      link: linked(endOf(cable.from), endOf(cable.to), cable.crossed ?? false),
    }))
    const up = new Map<string, boolean>()
    this.#up = up
    for (const { cable, link } of links) {
      const { from, to } = cable
      const isUp = link.up && !shut.has(from) && !shut.has(to)
      for (const place of [from, to]) {
        up.set(place, isUp)
        this.#links.set(place, link)
        if (link.up) this.#speeds.set(place, link.speed)
      }
    }
    this.#joinings = joiningsOf(site, running)
    const onAir = this.#joinings.filter(isJoined)
    for (const joining of onAir)
      for (const end of airEnds(joining)) {
        up.set(placeText(end), !asksForUser(joining.joined.offered.security))
        this.#speeds.set(placeText(end), joining.joined.rate)
      }
    for (const device of site.devices) {
      const air = airPortsOf(onAir, device.name)
      const hardwareAt = hardwareIn(site, device)
      this.#machines.set(device.name, new Machine(device, running[device.name] ?? {}, hardwareAt, this, air))
    }
    for (const { cable, link } of links) this.#layCable(cable, link)
    for (const joining of onAir) {
      const [station, point] = airEnds(joining)
      const { rate } = joining.joined
      const through = (): Through => ({ ...FREE, speed: rate, delay: AIR_US, lane: { until: 0 } })
      this.#lay(station, point, through())
      this.#lay(point, station, through())
    }
    const asked = onAir.filter(({ joined }) => asksForUser(joined.offered.security))
    this.#admissions = asked.map((joining, number) => this.#admission(joining, number))
    const { settledAfter } = this
    for (const machine of this.#machines.values()) machine.start(settledAfter)
    for (const admission of this.#admissions) admission.start()
  }

  /** Lets a station in once the directory knows it. */
  #admission(joining: Joined, number: number): Admission {
    const [station, point] = airEnds(joining)
    const machine = sure(this.#machines.get(station.device))
    return new Admission(
      joining,
      sure(this.#machines.get(point.device)),
      number,
      machine.link.hardware(station.port),
      () => {
        for (const end of [station, point]) {
          this.#up.set(placeText(end), true)
          sure(sure(this.#wires.get(end.device)).get(end.port)).up = true
        }
        machine.stack.settle()
      },
    )
  }

  /** What is heard and joined on the air. */
  get air(): readonly Joining[] {
    return this.#joinings.map(joining => {
      const why = this.#admissions.find(admission => admission.joining === joining)?.why ?? ''
      if (why === '') return joining
      const { joined, heard } = joining
      return { ...joining, joined: null, heard: heard.map(one => (one.network === joined ? { ...one, why } : one)) }
    })
  }

  /** Lays one direction of a cable, or of what goes through the air. */
  #lay(from: PortPlace, to: PortPlace, through: Through): void {
    const up = this.#up.get(placeText(from)) ?? false
    const machine = sure(this.#machines.get(to.device))
    const counts = { frames: 0, bytesOut: 0, bytesIn: 0, damaged: 0 }
    const wire: Wire = { up, from, to, machine, ...through, flights: [], ...counts }
    sure(this.#wires.get(from.device)).set(from.port, wire)
  }

  /** Lays a cable in both directions. */
  #layCable({ from, to, faulty }: Cable, link: Linked): void {
    const [one, other] = link.up ? link.duplex : (['full', 'full'] as const)
    const speed = link.up ? link.speed : 0
    const lane: Lane = { until: 0 }
    // Where both talk one at a time, they share the cable.
    const shared = one === 'half' && other === 'half'
    const through = (duplex: Duplex): Through => ({
      speed,
      duplex,
      delay: CABLE_US,
      lane: shared ? lane : { until: 0 },
      clashes: one !== other,
      faulty: faulty === true,
    })
    this.#lay(readPlace(from), readPlace(to), through(one))
    this.#lay(readPlace(to), readPlace(from), through(other))
  }

  get now(): number {
    return this.#now
  }

  /** What the cable in a port has come to; null for a port without one. */
  link(place: PortPlace): Linked | null {
    return this.#links.get(placeText(place)) ?? null
  }

  /** How the end of a cable talks; null where there is none. */
  duplex({ device, port }: PortPlace): Duplex | null {
    return this.#wires.get(device)?.get(port)?.duplex ?? null
  }

  /** At how many Mbit/s a port goes; null where it goes at all at none. */
  speed(device: string, port: string): number | null {
    return this.#speeds.get(placeText({ device, port })) ?? null
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
    const admitted = this.#admissions.length > 0 ? ADMITTED_US : 0
    return Math.max(SETTLED_US, admitted, ...[...this.#machines.values()].map(({ settledAfter }) => settledAfter))
  }

  /** Whether a port is joined to another, and both are enabled. */
  isUp(device: string, port: string): boolean {
    return this.#up.get(placeText({ device, port })) ?? false
  }

  /** What a port has sent and taken; null for one without a cable. */
  counted({ device, port }: PortPlace): Counted | null {
    const out = this.#wires.get(device)?.get(port)
    const back = out && this.#wires.get(out.to.device)?.get(out.to.port)
    if (!out || !back) return null
    return {
      outFrames: out.frames,
      outBytes: out.bytesOut,
      inFrames: back.frames - back.damaged,
      inBytes: back.bytesIn,
      inErrors: back.damaged,
    }
  }

  send(device: string, port: string, frame: Uint8Array): void {
    const wire = this.#wires.get(device)?.get(port)
    if (!wire?.up || this.#frames >= this.#mostFrames) return
    this.#frames += 1
    wire.frames += 1
    wire.bytesOut += frame.length
    if (wire.faulty && wire.frames % ONE_OF !== 0) {
      wire.damaged += 1
      this.note(wire.to.device, wire.to.port, () => 'what comes in here is damaged: dropped')
      return
    }
    wire.bytesIn += frame.length
    if (this.#listening) this.captured.push({ at: this.#now, from: wire.from, to: wire.to, frame })
    const takes = (frame.length * BITS) / wire.speed
    const flight = wire.clashes ? this.#inFlight(wire, takes) : null
    wire.lane.until = flight?.ends ?? Math.max(this.#now, wire.lane.until) + takes
    this.#queue.put(Math.ceil(wire.lane.until + wire.delay), () => {
      if (flight?.ruined) this.#ruin(wire, frame)
      else wire.machine.receive(wire.to.port, frame)
    })
  }

  /**
   * A frame on a cable whose ends don’t agree on who may talk when. The end that talks one at a time waits for a gap
   * and tries to talk in each: that ruins what the other sends meanwhile. The other never waits, and ruins what is on
   * its way to it.
   */
  #inFlight(wire: Wire, takes: number): Flight {
    const back = sure(sure(this.#wires.get(wire.to.device)).get(wire.to.port))
    back.flights = back.flights.filter(({ ends }) => ends > this.#now)
    const waits = wire.duplex === 'half'
    const begins = Math.max(this.#now, wire.lane.until, waits ? back.lane.until : 0)
    const flight = { begins, ends: begins + takes, ruined: false }
    const met = waits
      ? back.flights.filter(one => one.begins > this.#now)
      : back.flights.filter(one => one.begins < flight.ends && one.ends > begins)
    for (const one of met) one.ruined = true
    if (!waits) flight.ruined = met.length > 0
    wire.flights = [...wire.flights.filter(({ ends }) => ends > this.#now), flight]
    return flight
  }

  #ruin(wire: Wire, frame: Uint8Array): void {
    wire.damaged += 1
    wire.bytesIn -= frame.length
    this.note(wire.to.device, wire.to.port, () => 'what comes in here is damaged: dropped')
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
      const due = sure(this.#queue.take())
      this.#now = due.at
      due.work()
      if (done()) return
    }
    this.#now = Math.max(this.#now, until)
  }
}

/** Both ends of what was joined on the air: the station’s radio, and the port behind which it is. */
function airEnds(joining: Joined): [station: PortPlace, point: PortPlace] {
  return [joining.station, { device: joining.joined.from.device, port: airPort(joining) }]
}

/** The ports behind which an access point has stations, each in the VLAN of the network that it joined. */
function airPortsOf(joinings: readonly Joined[], device: string): AirPorts {
  const here = joinings.filter(({ joined }) => joined.from.device === device)
  return new Map(here.map(joining => [airPort(joining), joining.joined.offered]))
}
