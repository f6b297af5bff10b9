import {
  addressText,
  broadcastOf,
  hardwareForMany,
  hardwareText,
  isGroup,
  isGroupAddress,
  isIn,
  prefixText,
} from '../../../ground/addresses/ipv4'
import type { Address, HardwareAddress } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { CutShort } from '../bytes/reading'
import { carriedBy, CARRIES, frameFor, HEAD, receiverOf } from '../frames/ethernet'
import { readIcmp, writeIcmp } from '../frames/icmp'
import type { Icmp, Unreachable } from '../frames/icmp'
import { lengthOf, PROTOCOLS, putPacket, readPacket, writePacket } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'
import { networkAt } from '../settings/checking'
import type { OwnAddress } from '../settings/checking'
import { Neighbours } from './neighbours'
import type { Link } from './node'
import { directRoute, isDropped, longest, routeText, tableOf, wayTo } from './routes'
import type { Route, Way } from './routes'
import type { Say } from './logging'
import { heardWords, isTelling, TOLD } from './telling'

const TIME_TO_LIVE = 64
/** The most bytes of a packet on Ethernet (RFC 894). */
const USUAL_LENGTH = 1500
/** To everyone on the wire (RFC 919). */
export const EVERYONE: Address = 0xff_ff_ff_ff

/** What came back to somebody who asked. */
export type Heard = { message: Icmp; from: Address }

/** What looks at packets on their way in or out of an interface: null where one is dropped, and that was told. */
export interface Gate {
  comesIn(port: string, packet: Packet): Packet | null
  goesOut(port: string, packet: Packet): Packet | null
}

/** What takes packets of one protocol that are meant for this device. */
export type Receiver = (port: string, packet: Packet) => void

/** The part of a device that has addresses; where it forwards, also what isn’t meant for it. */
export class Stack {
  readonly #neighbours: Neighbours
  readonly #own: OwnAddress[] = []
  readonly #fixed: Route[]
  readonly #learned = new Map<string, readonly Route[]>()
  /** Addresses for which it answers on the wire though no interface of its has them. */
  readonly answersFor = new Set<Address>()
  /** Addresses that it has together with others for the time being, with the hardware address of each. */
  readonly #shared = new Map<Address, { port: string; hardware: HardwareAddress }>()
  readonly receivers = new Map<number, Receiver>()
  readonly gates: Gate[] = []
  #table: readonly Route[] = []
  #ways = new Map<Address, Way | null>()
  /** Its addresses with their interfaces, and those by which everyone in their networks is meant. */
  #addresses: ReadonlyMap<Address, string> = new Map()
  #everyones: ReadonlySet<Address> = new Set()
  #identification = 0
  /** Called with every control message that comes back to this device. */
  heard: ((heard: Heard) => void) | null = null
  /** What the device has to say about itself: whoever keeps that puts itself here. */
  log: Say = () => undefined

  constructor(
    readonly link: Link,
    own: readonly OwnAddress[],
    fixed: readonly Route[],
    private readonly forwarding: boolean,
    /** The longest packets by interface, where that isn’t the usual length (RFC 8344, mtu). */
    private readonly longest: ReadonlyMap<string, number> = new Map(),
  ) {
    this.#own.push(...own)
    this.#fixed = [...fixed]
    const isOwn = (port: string, address: Address): boolean =>
      this.#own.some(one => one.port === port && one.address === address)
    this.#neighbours = new Neighbours(link, {
      isFor: (port, address) =>
        isOwn(port, address) || this.answersFor.has(address) || this.#shared.get(address)?.port === port,
      isOwn,
      hardwareFor: (port, address) => this.#shared.get(address)?.hardware ?? link.hardware(port),
      addressOn: (port, towards) => this.#sourceOn(port, towards)?.address ?? 0,
      logs: words => {
        this.log('warning', 'addresses', words)
      },
    })
    this.receivers.set(PROTOCOLS.icmp, (port, packet) => {
      this.#control(port, packet)
    })
    this.settle()
  }

  get own(): readonly OwnAddress[] {
    return this.#own
  }

  get routes(): readonly Route[] {
    return this.#table
  }

  /** The addresses of its own that somebody else has, too. */
  get conflicts(): string[][] {
    return this.#neighbours.conflicts.map(({ address, hardware }) => [address, hardware])
  }

  get neighbours(): { address: string; hardware: string }[] {
    return this.#neighbours.table
  }

  /** Works out its routing table anew: an address, a route or a link has changed. */
  settle(): void {
    const direct = this.#own
      .filter(({ port }) => this.link.isUp(port))
      .map(address => directRoute(networkAt(address), address.port))
    this.#table = tableOf([...direct, ...this.#fixed, ...[...this.#learned.values()].flat()])
    this.#ways = new Map()
    this.#addresses = new Map(this.#own.map(({ address, port }) => [address, port]))
    this.#everyones = new Set(this.#own.map(one => broadcastOf(networkAt(one))))
  }

  /** Takes an address on an interface, in place of the one that it has, and says so on the wire; null takes it away. */
  take(port: string, address: { address: Address; bits: number } | null): void {
    const at = this.#own.findIndex(one => one.port === port)
    if (at >= 0) this.#own.splice(at, 1)
    if (address) {
      this.#own.push({ port, ...address })
      this.#neighbours.announce(port, address.address)
    }
    this.settle()
  }

  /** Takes an address that it has together with others, and says so on the wire; null gives it up again. */
  shares(port: string, address: Address, hardware: HardwareAddress | null): void {
    if (hardware === null) this.#shared.delete(address)
    else {
      this.#shared.set(address, { port, hardware })
      this.#neighbours.announce(port, address)
    }
  }

  /** Whether frames to a hardware address are for it on a port. */
  #hears(port: string, to: HardwareAddress): boolean {
    if (to === this.link.hardware(port)) return true
    for (const shared of this.#shared.values()) if (shared.port === port && shared.hardware === to) return true
    return false
  }

  /** The routes that somebody has learned, in place of those that it had learned before. */
  learn(by: string, routes: readonly Route[]): void {
    this.#learned.set(by, routes)
    this.settle()
  }

  #sourceOn(port: string, towards: Address): OwnAddress | undefined {
    const here = this.#own.filter(one => one.port === port)
    return here.find(one => isIn(towards, networkAt(one))) ?? here[0]
  }

  way(to: Address): Way | null {
    let way = this.#ways.get(to)
    if (way === undefined) {
      way = wayTo(this.#table, to)
      this.#ways.set(to, way)
    }
    return way
  }

  /** Takes a frame of an interface that others share, if it is meant for it too. False where it is for others only. */
  takes(port: string, bytes: Uint8Array): boolean {
    const to = receiverOf(bytes)
    const mine = this.#hears(port, to)
    if (mine || isGroup(to)) this.receive(port, bytes)
    return mine
  }

  /** Takes a frame that came in by an interface. */
  receive(port: string, bytes: Uint8Array): void {
    const to = receiverOf(bytes)
    if (!isGroup(to) && !this.#hears(port, to)) {
      this.link.note(port, () => `not meant for it, but for ${hardwareText(to)}: dropped`)
      return
    }
    const carries = carriedBy(bytes)
    if (carries === CARRIES.ipv4) this.#packet(port, bytes)
    else if (carries === CARRIES.arp) this.#neighbours.receive(port, bytes.subarray(HEAD))
    else this.link.note(port, () => 'carries something that it doesn’t know: dropped')
  }

  #packet(port: string, bytes: Uint8Array): void {
    let packet = readPacket(bytes, HEAD)
    if (!packet) {
      this.link.note(port, () => 'damaged on the way: dropped')
      return
    }
    for (const gate of this.gates) {
      packet = gate.comesIn(port, packet)
      if (!packet) return
    }
    if (this.isMine(packet.to)) this.#deliver(port, packet)
    else if (this.forwarding) this.#forward(port, packet)
    else {
      const { to } = packet
      this.link.note(port, () => `isn’t ${addressText(to)} and forwards nothing: dropped`)
    }
  }

  /** Whether packets to an address are for this device, alone or among others. */
  isMine(to: Address): boolean {
    if (this.#addresses.has(to) || this.#everyones.has(to)) return true
    return this.#shared.has(to) || isForMany(to)
  }

  #deliver(port: string, packet: Packet): void {
    const receiver = this.receivers.get(packet.protocol)
    if (!receiver) {
      this.tell(packet, 'protocol')
      return
    }
    try {
      receiver(port, packet)
    } catch (error) {
      if (!(error instanceof CutShort)) throw error
      this.link.note(port, () => 'what it carries ends too early, or makes no sense: dropped')
    }
  }

  #control(port: string, packet: Packet): void {
    const message = readIcmp(packet.payload)
    if (!message) return
    if (message.kind === 'echo') {
      this.link.note(port, () => `is asked by ${addressText(packet.from)}, and answers`)
      const payload = writeIcmp({ ...message, kind: 'echo-reply' })
      this.#route(this.made(packet.from, PROTOCOLS.icmp, payload, packet.to), true)
      return
    }
    this.link.note(port, () => heardWords(message, packet.from))
    this.heard?.({ message, from: packet.from })
  }

  #forward(port: string, packet: Packet): void {
    if (packet.timeToLive <= 1) {
      this.link.note(port, () => `its time to live is used up: dropped, and ${addressText(packet.from)} is told`)
      this.answer(packet, { kind: 'time-exceeded', about: aboutOf(packet) })
      return
    }
    packet.timeToLive -= 1
    this.#route(packet, false)
  }

  /** A packet of this device’s own. */
  made(to: Address, protocol: number, payload: Uint8Array, from: Address, timeToLive = TIME_TO_LIVE): Packet {
    this.#identification = (this.#identification + 1) % 65_536
    return { from, to, timeToLive, protocol, whole: false, identification: this.#identification, payload }
  }

  /** The address from which it would say something to somebody; null where it has no way, or no address there. */
  sourceFor(to: Address): Address | null {
    if (this.#own.some(({ address }) => address === to)) return to
    const way = this.way(to)
    return (way && this.#sourceOn(way.port, way.next)?.address) ?? null
  }

  /** Sends something that this device itself has to say. False where it has no way, or no address to say it from. */
  say(to: Address, message: Icmp, timeToLive = TIME_TO_LIVE): boolean {
    return this.sendTo(to, PROTOCOLS.icmp, () => writeIcmp(message), timeToLive)
  }

  /** The same for any protocol; what is sent may depend on the address from which it is. */
  sendTo(to: Address, protocol: number, payload: (from: Address) => Uint8Array, timeToLive = TIME_TO_LIVE): boolean {
    const from = this.sourceFor(to)
    if (from === null) {
      if (!this.way(to)) this.link.note(null, () => `has no route to ${addressText(to)}: not sent`)
      return false
    }
    this.#route(this.made(to, protocol, payload(from), from, timeToLive), true)
    return true
  }

  /** Sends a packet of this device’s own as it is. */
  send(packet: Packet): void {
    this.#route(packet, true)
  }

  /** Sends a packet for many out of an interface, whatever the routes say. `from`: under which hardware address. */
  sendOut(port: string, packet: Packet, from = this.link.hardware(port)): void {
    const allowed = this.#checkedOut(port, packet)
    if (allowed) this.#frame(port, hardwareForMany(allowed.to), allowed, from)
  }

  #checkedOut(port: string, packet: Packet): Packet | null {
    let allowed: Packet | null = packet
    // What comes in first goes out last: a filter sees packets as they are on its wire.
    for (let at = this.gates.length - 1; at >= 0 && allowed; at -= 1)
      allowed = sure(this.gates[at]).goesOut(port, allowed)
    return allowed
  }

  #frame(port: string, to: HardwareAddress, packet: Packet, from = this.link.hardware(port)): void {
    const frame = frameFor(to, from, CARRIES.ipv4, lengthOf(packet))
    putPacket(frame, HEAD, packet)
    this.link.send(port, frame)
  }

  #route(packet: Packet, own: boolean): void {
    const here = this.#addresses.get(packet.to)
    if (here !== undefined) {
      this.link.after(1, () => {
        this.#deliver(here, packet)
      })
      return
    }
    const way = this.way(packet.to)
    if (!way) {
      this.#nowhere(packet, own)
      return
    }
    const allowed = this.#checkedOut(way.port, packet)
    if (!allowed || !this.#isShortEnough(way.port, allowed, own)) return
    const hardware = this.#neighbours.hardwareOf(way.next)
    if (hardware !== null) {
      this.#pass(way, hardware, allowed)
      return
    }
    const why = (): string =>
      way.route.by === null
        ? `${addressText(way.next)} is in its network ${prefixText(way.route)}`
        : `not in its network, so it goes by ${addressText(way.next)}`
    const waiting = {
      send: (found: HardwareAddress): void => {
        this.#pass(way, found, allowed)
      },
      giveUp: (): void => {
        if (!own) this.tell(packet, 'host')
      },
    }
    this.#neighbours.find(way.port, way.next, waiting, why)
  }

  /** Nothing is cut into fragments here: who sends too long a packet is told so (RFC 1191, 4). */
  #isShortEnough(port: string, packet: Packet, own: boolean): boolean {
    const most = this.longest.get(port) ?? USUAL_LENGTH
    if (lengthOf(packet) <= most) return true
    const told = own ? 'not sent' : `dropped, and ${addressText(packet.from)} is told: needs fragmenting`
    this.link.note(port, () => `has ${lengthOf(packet)} bytes, and ${most} may go out here: ${told}`)
    if (!own) this.tell(packet, 'fragmenting')
    return false
  }

  #pass(way: Way, hardware: HardwareAddress, packet: Packet): void {
    this.link.note(way.port, () => `${wayText(way, packet.to)}: sent to ${hardwareText(hardware)}`)
    this.#frame(way.port, hardware, packet)
  }

  #nowhere(packet: Packet, own: boolean): void {
    const route = longest(this.#table, packet.to)
    if (route && isDropped(route)) {
      this.link.note(null, () => `its route ${prefixText(route)} leads nowhere on purpose: dropped`)
      return
    }
    const told = own ? '' : `, and ${addressText(packet.from)} is told: network unreachable`
    this.link.note(null, () => `no route to ${addressText(packet.to)}: dropped${told}`)
    if (!own) this.tell(packet, 'network')
  }

  tell(packet: Packet, why: Unreachable): void {
    this.answer(packet, { kind: 'unreachable', why, about: aboutOf(packet) })
  }

  /** Tells a sender what became of a packet; never of such a message itself, nor of what went to many. */
  answer(packet: Packet, message: Icmp): void {
    if (isTelling(packet) || isForMany(packet.to) || packet.from === 0) return
    const from = this.sourceFor(packet.from)
    if (from !== null) this.#route(this.made(packet.from, PROTOCOLS.icmp, writeIcmp(message), from), true)
  }
}

const isForMany = (to: Address): boolean => to === EVERYONE || isGroupAddress(to)

const aboutOf = (packet: Packet): Uint8Array => writePacket(packet).slice(0, TOLD)

const wayText = ({ route }: Way, to: Address): string =>
  route.by === null ? `${addressText(to)} is in its network` : `by its route ${routeText(route)}`
