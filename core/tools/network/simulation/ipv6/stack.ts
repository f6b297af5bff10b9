import { hardwareText, isGroup } from '../../../../ground/addresses/ipv4'
import type { HardwareAddress } from '../../../../ground/addresses/ipv4'
import {
  address6Text,
  ALL_NODES,
  ALL_ROUTERS,
  hardwareOfGroup6,
  isForMany6,
  isIn6,
  isLinkLocal,
  linkLocalOf,
  madeAddress,
  network6Of,
  NO_ADDRESS,
  prefix6Text,
  solicitedNode,
} from '../../../../ground/addresses/ipv6'
import type { Address6, Prefix6 } from '../../../../ground/addresses/ipv6'
import { CutShort } from '../../bytes/reading'
import { CARRIES, HEAD, receiverOf, writeFrame } from '../../frames/ethernet'
import { isNeighbourly, NEIGHBOURLY, readIcmp6, writeIcmp6 } from '../../frames/icmp6'
import type { Icmp6, Unreachable6 } from '../../frames/icmp6'
import { NEXT_HEADERS, readPacket6, writePacket6 } from '../../frames/ipv6'
import type { Packet6 } from '../../frames/ipv6'
import { SECOND_US } from '../node'
import type { Link } from '../node'
import { Neighbours6 } from './neighbours'
import { route6Text, table6Of, way6To } from './routes'
import type { Route6, Way6 } from './routes'
import { heardWords6, TOLD6 } from './telling'

const HOP_LIMIT = 64
/** So long it is waited whether somebody else has an address (RFC 4862, 5.1; RFC 4861, 10). */
const FREE_AFTER_US = SECOND_US
/** So often, and so far apart, routers are asked for (RFC 4861, 10). */
const ROUTER_TRIES = 3
const ROUTER_BETWEEN_US = 4 * SECOND_US
/** For so many seconds a router may be taken as a way out. */
const LIFETIME = 1800
const MADE_BITS = 64
const LINK_BITS = 64

/** An address of an interface. */
export interface Own6 {
  port: string
  address: Address6
  bits: number
  /** Whether it is still being found out that nobody else has it, and whether somebody has. */
  state: 'tentative' | 'valid' | 'taken'
}

/** What interfaces are told about IPv6. */
export interface Told6 {
  addresses: readonly { port: string; address: Address6; bits: number }[]
  routes: readonly Route6[]
  /** Interfaces that make themselves an address of what a router says. */
  making: ReadonlySet<string>
  /** Interfaces by which a router says its prefixes. */
  advertising: ReadonlySet<string>
}

/** What came back to somebody who asked. */
export interface Heard6 {
  message: Icmp6
  from: Address6
}

/** The part of a device that has IPv6 addresses (RFC 8200, RFC 4861, RFC 4862). */
export class Stack6 {
  /** When what its interfaces say by themselves has come to its end. */
  static readonly SETTLED_US = ROUTER_BETWEEN_US + 2 * SECOND_US

  readonly #neighbours: Neighbours6
  readonly #own: Own6[] = []
  /** Routes by routers that said that they are ways out, by interface and router. */
  readonly #heardRoutes = new Map<string, Route6>()
  readonly #ports: readonly string[]
  /** Called with every control message that comes back to this device. */
  heard: ((heard: Heard6) => void) | null = null

  constructor(
    private readonly link: Link,
    private readonly told: Told6,
    private readonly forwarding: boolean,
  ) {
    this.#ports = [...new Set([...told.addresses.map(({ port }) => port), ...told.making, ...told.advertising])]
    this.#neighbours = new Neighbours6(link, (port, to, message) => {
      this.#toNeighbour(port, to, message)
    })
  }

  get isUsed(): boolean {
    return this.#ports.length > 0
  }

  get own(): readonly Own6[] {
    return this.#own
  }

  get neighbours(): Neighbours6['table'] {
    return this.#neighbours.table
  }

  get routes(): readonly Route6[] {
    const direct = this.#own
      .filter(({ port, address, state }) => state === 'valid' && !isLinkLocal(address) && this.link.isUp(port))
      .map(({ port, address, bits }) => ({ network: network6Of(address, bits), bits, port, by: null }))
    return table6Of([...direct, ...this.told.routes, ...this.#heardRoutes.values()])
  }

  start(): void {
    for (const port of this.#ports) {
      this.#take(port, linkLocalOf(this.link.hardware(port)), LINK_BITS)
      for (const one of this.told.addresses) if (one.port === port) this.#take(port, one.address, one.bits)
      this.link.after(FREE_AFTER_US, () => {
        if (this.told.advertising.has(port)) this.#advertise(port)
        if (this.told.making.has(port)) this.#solicit(port, 1)
      })
    }
  }

  /** Takes an address once nobody says that it is theirs (RFC 4862, 5.4). */
  #take(port: string, address: Address6, bits: number): void {
    if (this.#own.some(one => one.port === port && one.address === address)) return
    const own: Own6 = { port, address, bits, state: 'tentative' }
    this.#own.push(own)
    const asking: Icmp6 = { kind: 'neighbour-solicitation', target: address, hardware: null }
    this.#out(port, { from: NO_ADDRESS, to: solicitedNode(address), hopLimit: NEIGHBOURLY }, asking)
    this.link.after(FREE_AFTER_US, () => {
      if (own.state === 'tentative') own.state = 'valid'
    })
  }

  /** Says as a router what the wire is called (RFC 4861, 6.2). */
  #advertise(port: string): void {
    const prefixes = this.#own
      .filter(own => own.port === port && own.state === 'valid' && !isLinkLocal(own.address))
      .map(({ address, bits }) => ({ network: network6Of(address, bits), bits }))
    const hardware = this.link.hardware(port)
    this.#toNeighbour(port, ALL_NODES, {
      kind: 'router-advertisement',
      lifetime: this.forwarding ? LIFETIME : 0,
      hardware,
      prefixes,
    })
  }

  #solicit(port: string, tries: number): void {
    if (tries > ROUTER_TRIES || this.#own.some(own => own.port === port && !isLinkLocal(own.address))) return
    this.link.note(port, () => 'asks for routers')
    this.#toNeighbour(port, ALL_ROUTERS, { kind: 'router-solicitation', hardware: this.link.hardware(port) })
    this.link.after(ROUTER_BETWEEN_US, () => {
      this.#solicit(port, tries + 1)
    })
  }

  /** Takes a frame of an interface that others share, if it is meant for it too. False where it is for others only. */
  takes(port: string, bytes: Uint8Array): boolean {
    const to = receiverOf(bytes)
    const mine = to === this.link.hardware(port)
    if (mine || isGroup(to)) this.receive(port, bytes)
    return mine
  }

  receive(port: string, bytes: Uint8Array): void {
    if (!this.#ports.includes(port)) return
    const to = receiverOf(bytes)
    if (!isGroup(to) && to !== this.link.hardware(port)) {
      this.link.note(port, () => `not meant for it, but for ${hardwareText(to)}: dropped`)
      return
    }
    const packet = readPacket6(bytes, HEAD)
    if (!packet) {
      this.link.note(port, () => 'damaged on the way: dropped')
      return
    }
    if (this.#isMine(port, packet.to)) this.#deliver(port, packet)
    else if (isForMany6(packet.to)) return
    else if (this.forwarding && !isLinkLocal(packet.to)) this.#forward(port, packet)
    else this.link.note(port, () => `isn’t ${address6Text(packet.to)} and forwards nothing: dropped`)
  }

  #isMine(port: string, to: Address6): boolean {
    if (to === ALL_NODES) return true
    if (to === ALL_ROUTERS) return this.forwarding
    return this.#own.some(
      own => (own.address === to && (own.port === port || !isLinkLocal(to))) || this.#isAskedFor(own, port, to),
    )
  }

  #isAskedFor(own: Own6, port: string, to: Address6): boolean {
    return own.port === port && solicitedNode(own.address) === to
  }

  #deliver(port: string, packet: Packet6): void {
    if (packet.next !== NEXT_HEADERS.icmp6) return
    try {
      const message = readIcmp6(packet.payload, packet.from, packet.to)
      if (!message) return
      if (!isNeighbourly(message)) this.#control(port, packet, message)
      // From another network nobody may speak as a neighbour.
      else if (packet.hopLimit === NEIGHBOURLY) this.#neighbourly(port, packet, message)
    } catch (error) {
      if (!(error instanceof CutShort)) throw error
      this.link.note(port, () => 'what it carries ends too early, or makes no sense: dropped')
    }
  }

  #control(port: string, packet: Packet6, message: Icmp6): void {
    if (message.kind === 'echo') {
      if (isForMany6(packet.to)) return
      this.link.note(port, () => `is asked by ${address6Text(packet.from)}, and answers`)
      const { from, to } = packet
      this.#send({ from: to, to: from, hopLimit: HOP_LIMIT }, { ...message, kind: 'echo-reply' }, port)
      return
    }
    this.link.note(port, () => heardWords6(message, packet.from))
    this.heard?.({ message, from: packet.from })
  }

  #neighbourly(port: string, { from }: Packet6, message: Icmp6): void {
    switch (message.kind) {
      case 'neighbour-solicitation':
        this.#asked(port, from, message)
        return
      case 'neighbour-advertisement': {
        const own = this.#own.find(one => one.port === port && one.address === message.target)
        if (own) this.#taken(own)
        else if (message.hardware !== null) this.#neighbours.learn(port, message.target, message.hardware, false)
        return
      }
      case 'router-solicitation':
        if (message.hardware !== null) this.#neighbours.learn(port, from, message.hardware, true)
        if (this.told.advertising.has(port)) this.#advertise(port)
        return
      case 'router-advertisement':
        if (message.hardware !== null) this.#neighbours.learn(port, from, message.hardware, true)
        this.#routerSaid(port, from, message)
    }
  }

  #asked(port: string, from: Address6, { target, hardware }: Extract<Icmp6, { kind: 'neighbour-solicitation' }>): void {
    const own = this.#own.find(one => one.port === port && one.address === target)
    if (!own) return
    // Who asks from no address wants it for itself: of two who want it at once neither gets it.
    if (own.state !== 'valid') {
      if (from === NO_ADDRESS) this.#taken(own)
      return
    }
    if (hardware !== null) this.#neighbours.learn(port, from, hardware, true)
    const everyone = from === NO_ADDRESS
    this.link.note(
      port,
      () => `is ${address6Text(target)}, and says so to ${everyone ? 'everyone' : address6Text(from)}`,
    )
    const answer: Icmp6 = {
      kind: 'neighbour-advertisement',
      target,
      hardware: this.link.hardware(port),
      router: this.forwarding,
      solicited: !everyone,
    }
    this.#send({ from: target, to: everyone ? ALL_NODES : from, hopLimit: NEIGHBOURLY }, answer, port)
  }

  #taken(own: Own6): void {
    if (own.state !== 'tentative') return
    own.state = 'taken'
    this.link.note(own.port, () => `somebody else has ${address6Text(own.address)}: doesn’t use it`)
  }

  /** Makes itself an address of each prefix, and takes the router as a way out (RFC 4862, 5.5.3). */
  #routerSaid(port: string, from: Address6, { lifetime, prefixes }: Extract<Icmp6, { kind: 'router-advertisement' }>) {
    if (!this.told.making.has(port)) return
    if (lifetime > 0) this.#heardRoutes.set(`${port} ${from}`, { network: 0n, bits: 0, port, by: from })
    for (const { network, bits } of prefixes) {
      if (bits !== MADE_BITS) continue
      const address = madeAddress(network, this.link.hardware(port))
      this.link.note(port, () => `makes itself ${address6Text(address)} of ${prefix6Text({ network, bits })}`)
      this.#take(port, address, bits)
    }
  }

  #forward(port: string, packet: Packet6): void {
    if (packet.hopLimit <= 1) {
      this.link.note(port, () => `its hop limit is used up: dropped, and ${address6Text(packet.from)} is told`)
      this.#tell(packet, { kind: 'time-exceeded', about: aboutOf(packet) })
      return
    }
    this.#route({ ...packet, hopLimit: packet.hopLimit - 1 }, null)
  }

  /** The address from which it says something on an interface to somebody; null where it has none that reaches them. */
  #sourceOn(port: string, to: Address6): Address6 | null {
    const valid = this.#own.filter(({ state }) => state === 'valid')
    const near = valid.filter(own => own.port === port && isLinkLocal(own.address) === isLinkLocal(to))
    const far = valid.filter(({ address }) => !isLinkLocal(address) && !isLinkLocal(to))
    return (near.find(own => isIn6(to, prefixOf(own))) ?? near[0] ?? far[0])?.address ?? null
  }

  /** Whether it has a way to an address. */
  way(to: Address6): Way6 | null {
    return way6To(this.routes, to)
  }

  /** Sends something that this device itself has to say. False where it has no way, or no address to say it from. */
  say(to: Address6, message: Icmp6, hopLimit = HOP_LIMIT): boolean {
    const own = this.#own.find(({ address, state }) => address === to && state === 'valid')
    const port = own?.port ?? (isLinkLocal(to) ? this.#ports[0] : this.way(to)?.port)
    const from = own?.address ?? (port === undefined ? null : this.#sourceOn(port, to))
    if (port === undefined || from === null) {
      if (port === undefined) this.link.note(null, () => `has no route to ${address6Text(to)}: not sent`)
      return false
    }
    this.#send({ from, to, hopLimit }, message, port)
    return true
  }

  #toNeighbour(port: string, to: Address6, message: Icmp6): void {
    const local = this.#own.find(own => own.port === port && isLinkLocal(own.address) && own.state === 'valid')
    if (local) this.#out(port, { from: local.address, to, hopLimit: NEIGHBOURLY }, message)
  }

  #out(port: string, head: Omit<Packet6, 'payload' | 'next'>, message: Icmp6): void {
    this.#frame(port, hardwareOfGroup6(head.to), packetOf(head, message))
  }

  /** `near`: the interface on which an address of the wire only is meant. */
  #send(head: Omit<Packet6, 'payload' | 'next'>, message: Icmp6, near: string): void {
    if (isForMany6(head.to)) this.#out(near, head, message)
    else this.#route(packetOf(head, message), near)
  }

  #route(packet: Packet6, near: string | null): void {
    const { to } = packet
    const own = near !== null && this.#own.find(({ address, state }) => address === to && state === 'valid')
    if (own) {
      this.link.after(1, () => {
        this.#deliver(own.port, packet)
      })
      return
    }
    const way: Way6 | null =
      isLinkLocal(to) && near !== null
        ? { port: near, next: to, route: { network: network6Of(to, LINK_BITS), bits: LINK_BITS, port: near, by: null } }
        : this.way(to)
    if (!way) {
      const told = near === null ? `, and ${address6Text(packet.from)} is told: network unreachable` : ''
      this.link.note(null, () => `no route to ${address6Text(to)}: dropped${told}`)
      if (near === null) this.#tellWhy(packet, 'network')
      return
    }
    const known = this.#neighbours.hardwareOf(way.port, way.next)
    if (known !== null) {
      this.#pass(way, known, packet)
      return
    }
    const why = (): string =>
      way.route.by === null
        ? `${address6Text(way.next)} is in its network ${prefix6Text(way.route)}`
        : `not in its network, so it goes by ${address6Text(way.next)}`
    const waiting = {
      send: (found: HardwareAddress): void => {
        this.#pass(way, found, packet)
      },
      giveUp: (): void => {
        if (near === null) this.#tellWhy(packet, 'host')
      },
    }
    this.#neighbours.find(way.port, way.next, waiting, why)
  }

  #pass({ port, route }: Way6, hardware: HardwareAddress, packet: Packet6): void {
    const why = (): string =>
      route.by === null ? `${address6Text(packet.to)} is in its network` : `by its route ${route6Text(route)}`
    this.link.note(port, () => `${why()}: sent to ${hardwareText(hardware)}`)
    this.#frame(port, hardware, packet)
  }

  #frame(port: string, to: HardwareAddress, packet: Packet6): void {
    const payload = writePacket6(packet)
    this.link.send(port, writeFrame({ to, from: this.link.hardware(port), carries: CARRIES.ipv6, payload }))
  }

  #tellWhy(packet: Packet6, why: Unreachable6): void {
    this.#tell(packet, { kind: 'unreachable', why, about: aboutOf(packet) })
  }

  /** Tells a sender what became of a packet; never of such a message itself (RFC 4443, 2.4). */
  #tell(packet: Packet6, message: Icmp6): void {
    const isTelling = packet.next === NEXT_HEADERS.icmp6 && (packet.payload[0] ?? 0) < 128
    if (!isTelling && !isForMany6(packet.to) && packet.from !== NO_ADDRESS) this.say(packet.from, message)
  }
}

const prefixOf = ({ address, bits }: Own6): Prefix6 => ({ network: network6Of(address, bits), bits })
const aboutOf = (packet: Packet6): Uint8Array => writePacket6(packet).slice(0, TOLD6)

function packetOf(head: Omit<Packet6, 'payload' | 'next'>, message: Icmp6): Packet6 {
  return { ...head, next: NEXT_HEADERS.icmp6, payload: writeIcmp6(message, head.from, head.to) }
}
