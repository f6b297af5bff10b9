import { addressText, ALL_HARDWARE, broadcastOf, hardwareText, isGroup, isIn, prefixText } from '../addresses'
import type { Address, HardwareAddress } from '../addresses'
import { readArp, writeArp } from '../frames/arp'
import type { Arp } from '../frames/arp'
import { CARRIES, readFrame, writeFrame } from '../frames/ethernet'
import { readIcmp, writeIcmp } from '../frames/icmp'
import type { Icmp, Unreachable } from '../frames/icmp'
import { PROTOCOLS, readPacket, writePacket } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'
import { networkAt } from '../settings/checking'
import type { OwnAddress } from '../settings/checking'
import type { Node, Wires } from './node'
import { routeText, wayTo } from './routes'
import type { Route, Way } from './routes'

/** So often, and so far apart, somebody is asked for before nobody answers (RFC 1122, 2.3.2.1). */
const TRIES = 3
const BETWEEN_US = 1_000_000
/** How long an answer is remembered. */
const KNOWN_US = 300_000_000
const TIME_TO_LIVE = 64
/** So much of a packet is told back to who sent it: its header and 8 bytes (RFC 792). */
const TOLD = 28

interface Neighbour {
  hardware: HardwareAddress | null
  until: number
  waiting: { packet: Packet; own: boolean }[]
  tries: number
}

/** What came back to somebody who asked. */
export type Heard = { message: Icmp; from: Address }

/** A device with addresses: a host, or a router, which also forwards what isn’t meant for it. */
export class IpNode implements Node {
  readonly #neighbours = new Map<Address, Neighbour>()
  readonly routes: readonly Route[]
  #identification = 0
  /** Called with every control message that comes back to this device. */
  heard: ((heard: Heard) => void) | null = null

  constructor(
    private readonly name: string,
    private readonly own: readonly OwnAddress[],
    fixed: readonly Route[],
    private readonly hardware: (port: string) => HardwareAddress,
    private readonly forwarding: boolean,
    private readonly wires: Wires,
  ) {
    const direct = own
      .filter(({ port }) => wires.isUp(name, port))
      .map(address => ({ ...networkAt(address), port: address.port, by: null }))
    this.routes = [...direct, ...fixed]
  }

  /** Who is known on the wire, and by which hardware address. */
  get neighbours(): { address: string; hardware: string }[] {
    return [...this.#neighbours].flatMap(([address, { hardware, until }]) =>
      hardware === null || until <= this.wires.now
        ? []
        : [{ address: addressText(address), hardware: hardwareText(hardware) }],
    )
  }

  receive(port: string, bytes: Uint8Array): void {
    const { to, carries, payload } = readFrame(bytes)
    if (to !== this.hardware(port) && !isGroup(to)) {
      this.wires.note(this.name, port, () => `not meant for it, but for ${hardwareText(to)}: dropped`)
      return
    }
    if (carries === CARRIES.arp) this.#arp(port, payload)
    else if (carries === CARRIES.ipv4) this.#packet(port, payload)
    else this.wires.note(this.name, port, () => 'carries something that it doesn’t know: dropped')
  }

  #arp(port: string, payload: Uint8Array): void {
    const arp = readArp(payload)
    const here = this.own.filter(one => one.port === port)
    if (!arp) return
    const asked = here.some(({ address }) => address === arp.to)
    // Who asks or answers is remembered by those who know it, and by those who are meant (RFC 826).
    if (this.#neighbours.has(arp.from) || asked) this.#learn(arp)
    if (arp.kind === 'reply') return
    if (!asked) {
      this.wires.note(this.name, port, () => `isn’t ${addressText(arp.to)}: dropped`)
      return
    }
    this.wires.note(this.name, port, () => `is ${addressText(arp.to)}, and says so to ${addressText(arp.from)}`)
    this.#sendArp(port, arp.fromHardware, {
      kind: 'reply',
      fromHardware: this.hardware(port),
      from: arp.to,
      toHardware: arp.fromHardware,
      to: arp.from,
    })
  }

  #sendArp(port: string, to: HardwareAddress, arp: Arp): void {
    this.wires.send(
      this.name,
      port,
      writeFrame({ to, from: this.hardware(port), carries: CARRIES.arp, payload: writeArp(arp) }),
    )
  }

  #learn({ from, fromHardware }: Arp): void {
    const waiting = this.#neighbours.get(from)?.waiting ?? []
    this.#neighbours.set(from, { hardware: fromHardware, until: this.wires.now + KNOWN_US, waiting: [], tries: 0 })
    for (const { packet, own } of waiting) this.#route(packet, own)
  }

  #packet(port: string, payload: Uint8Array): void {
    const packet = readPacket(payload)
    if (!packet) {
      this.wires.note(this.name, port, () => 'damaged on the way: dropped')
      return
    }
    const mine = this.own.some(one => one.address === packet.to || broadcastOf(networkAt(one)) === packet.to)
    if (mine) this.#deliver(port, packet)
    else if (this.forwarding) this.#forward(port, packet)
    else this.wires.note(this.name, port, () => `isn’t ${addressText(packet.to)} and forwards nothing: dropped`)
  }

  #deliver(port: string, packet: Packet): void {
    const message = packet.protocol === PROTOCOLS.icmp ? readIcmp(packet.payload) : null
    if (!message) {
      this.#tell(packet, 'protocol')
      return
    }
    if (message.kind === 'echo') {
      this.wires.note(this.name, port, () => `is asked by ${addressText(packet.from)}, and answers`)
      const payload = writeIcmp({ ...message, kind: 'echo-reply' })
      this.#route(this.#made(packet.from, PROTOCOLS.icmp, payload, packet.to), true)
      return
    }
    this.wires.note(this.name, port, () => heardWords(message, packet.from))
    this.heard?.({ message, from: packet.from })
  }

  #forward(port: string, packet: Packet): void {
    if (packet.timeToLive <= 1) {
      this.wires.note(
        this.name,
        port,
        () => `its time to live is used up: dropped, and ${addressText(packet.from)} is told`,
      )
      this.#answer(packet, { kind: 'time-exceeded', about: writePacket(packet).slice(0, TOLD) })
      return
    }
    this.#route({ ...packet, timeToLive: packet.timeToLive - 1 }, false)
  }

  #made(to: Address, protocol: number, payload: Uint8Array, from: Address): Packet {
    this.#identification = (this.#identification + 1) % 65_536
    const head = { from, to, timeToLive: TIME_TO_LIVE, protocol, whole: false, payload }
    return { ...head, identification: this.#identification }
  }

  /** Sends something that this device itself has to say. False where it has no way, or no address to say it from. */
  say(to: Address, message: Icmp): boolean {
    const way = wayTo(this.routes, to)
    const here = this.own.find(({ address }) => address === to)
    if (!way && !here) {
      this.wires.note(this.name, null, () => `has no route to ${addressText(to)}: not sent`)
      return false
    }
    const own = here ?? this.own.find(({ port }) => port === way?.port)
    if (!own) return false
    this.#route(this.#made(to, PROTOCOLS.icmp, writeIcmp(message), own.address), true)
    return true
  }

  #route(packet: Packet, own: boolean): void {
    const here = this.own.find(({ address }) => address === packet.to)
    if (here) {
      this.wires.after(1, () => {
        this.#deliver(here.port, packet)
      })
      return
    }
    const way = wayTo(this.routes, packet.to)
    if (!way) {
      const told = own ? '' : `, and ${addressText(packet.from)} is told: network unreachable`
      this.wires.note(this.name, null, () => `no route to ${addressText(packet.to)}: dropped${told}`)
      if (!own) this.#tell(packet, 'network')
      return
    }
    const known = this.#neighbours.get(way.next)
    const hardware = known && known.until > this.wires.now ? known.hardware : null
    if (hardware !== null) {
      this.wires.note(this.name, way.port, () => `${wayText(way, packet.to)}: sent to ${hardwareText(hardware)}`)
      const frame = { to: hardware, from: this.hardware(way.port), carries: CARRIES.ipv4 }
      this.wires.send(this.name, way.port, writeFrame({ ...frame, payload: writePacket(packet) }))
      return
    }
    const waiting = known && known.hardware === null ? known : { hardware: null, until: 0, waiting: [], tries: 0 }
    waiting.waiting.push({ packet, own })
    this.#neighbours.set(way.next, waiting)
    if (waiting.tries === 0) this.#seek(way.port, way.next, waiting, way.route)
  }

  /** Asks everyone on the wire who has an address, until somebody says so or it was asked often enough. */
  #seek(port: string, address: Address, waiting: Neighbour, route: Route): void {
    if (this.#neighbours.get(address) !== waiting) return
    if (waiting.tries >= TRIES) {
      this.#neighbours.delete(address)
      this.wires.note(this.name, port, () => `nobody is ${addressText(address)}: dropped`)
      for (const { packet, own } of waiting.waiting) if (!own) this.#tell(packet, 'host')
      return
    }
    if (waiting.tries === 0) {
      const why =
        route.by === null
          ? `${addressText(address)} is in its network ${prefixText(route)}`
          : `not in its network, so it goes by ${addressText(address)}`
      this.wires.note(this.name, port, () => `${why}: asks who that is`)
    }
    waiting.tries += 1
    const own = this.own.find(one => one.port === port && isIn(address, networkAt(one)))
    const from = (own ?? this.own.find(one => one.port === port))?.address ?? 0
    this.#sendArp(port, ALL_HARDWARE, {
      kind: 'request',
      fromHardware: this.hardware(port),
      from,
      toHardware: 0,
      to: address,
    })
    this.wires.after(BETWEEN_US, () => {
      this.#seek(port, address, waiting, route)
    })
  }

  #tell(packet: Packet, why: Unreachable): void {
    this.#answer(packet, { kind: 'unreachable', why, about: writePacket(packet).slice(0, TOLD) })
  }

  /** Tells a sender what became of a packet; never of such a message itself (RFC 1122, 3.2.2). */
  #answer(packet: Packet, message: Icmp): void {
    const about = packet.protocol === PROTOCOLS.icmp ? readIcmp(packet.payload) : null
    if (about && about.kind !== 'echo' && about.kind !== 'echo-reply') return
    const way = wayTo(this.routes, packet.from)
    const own = way && this.own.find(({ port }) => port === way.port)
    if (own) this.#route(this.#made(packet.from, PROTOCOLS.icmp, writeIcmp(message), own.address), true)
  }
}

const UNREACHABLE_WORDS: Readonly<Record<Unreachable, string>> = {
  network: 'network unreachable',
  host: 'host unreachable',
  protocol: 'protocol unreachable',
  port: 'port unreachable',
  fragmenting: 'needs fragmenting',
  forbidden: 'forbidden',
}

const wayText = ({ route }: Way, to: Address): string =>
  route.by === null ? `${addressText(to)} is in its network` : `by its route ${routeText(route)}`

/** What a message says, as a sentence’s end. */
export function heardWords(message: Icmp, from: Address): string {
  const who = addressText(from)
  if (message.kind === 'echo-reply') return `hears the answer of ${who}`
  if (message.kind === 'time-exceeded') return `is told by ${who}: time to live used up`
  return message.kind === 'unreachable' ? `is told by ${who}: ${UNREACHABLE_WORDS[message.why]}` : `hears ${who}`
}
