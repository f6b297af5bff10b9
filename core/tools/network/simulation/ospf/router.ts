import { addressText, maskOf, networkOf, readAddress } from '../../../../ground/addresses/ipv4'
import type { Address } from '../../../../ground/addresses/ipv4'
import { sure } from '../../../../ground/sure'
import { readOspf, writeOspf } from '../../frames/ospf'
import type { Description, Hello, LinkState, LinkStateKey, OspfPacket, RouterLink } from '../../frames/ospf'
import { PROTOCOLS } from '../../frames/ipv4'
import type { Packet } from '../../frames/ipv4'
import type { Settings } from '../../settings/paths'
import { isLoopback } from '../../settings/places'
import { told, toldBy } from '../../settings/told'
import type { Device } from '../../site'
import { SECOND_US } from '../node'
import { PREFERENCES } from '../routes'
import type { Route } from '../routes'
import type { Stack } from '../stack'
import { Database } from './database'
import { elect } from './election'
import { shortestWays } from './paths'

/** In seconds: a hello so often, a neighbour is lost after so long without one (RFC 2328, C.3). */
const [HELLO, DEAD] = [10, 40]
/** After so long something is offered again that nobody has answered. */
const AGAIN_US = 5 * SECOND_US
/** To all routers that speak so (RFC 2328, A.1). */
const ALL: Address = 0xe0_00_00_05
const FIRST_SEQUENCE = 0x80_00_00_01
/** So many heads, and so many bytes of states, in one packet. */
const MOST_HEADS = 60
const MOST_BYTES = 1300
/** Own states are made anew at most so often; ways are worked out so long after something was learned. */
const ORIGINATE_US = 50_000
const SETTLE_US = 100_000
const TOGETHER_US = 10_000

type State = 'init' | 'two-way' | 'start' | 'exchange' | 'loading' | 'full'

interface Peer {
  router: Address
  address: Address
  priority: number
  designated: Address
  backup: Address
  until: number
  state: State
  sequence: number
  /** Whether this router leads the exchange. */
  leads: boolean
  /** What is still to be described, and what is still wanted. */
  left: number
  saidAll: boolean
  wanted: LinkStateKey[]
}

interface Interface {
  port: string
  address: Address
  bits: number
  area: Address
  cost: number
  priority: number
  passive: boolean
  /** Whether only two can be on it: then nobody needs to speak for it. */
  pair: boolean
  designated: Address
  backup: Address
  /** Until then it listens who speaks for the network before it would itself. */
  waitsUntil: number
  peers: Map<Address, Peer>
  /** What is about to be handed on by it. */
  news: readonly LinkState[]
}

const sameKey = (one: LinkStateKey, other: LinkStateKey): boolean =>
  one.type === other.type && one.id === other.id && one.from === other.from

/** The part of a router that tells others of its links, and works out the ways from what it is told (RFC 2328). */
export class OspfRouter {
  /** By then all is known: for 40 s it is listened whether somebody speaks for a network before that is elected. */
  static readonly SETTLED_US = 60 * SECOND_US
  readonly #interfaces: Interface[]
  readonly #id: Address
  readonly #database = new Database()
  #originating = false
  #settling = false
  /** The networks for which it has spoken. */
  readonly #spoken = new Set<Address>()

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
  ) {
    const of = (leaf: string): ReadonlyMap<string, string> =>
      toldBy(device, settings, `routing/ospf/interfaces/<routed>/${leaf}`)
    const [costs, priorities, passive] = [of('cost'), of('priority'), of('passive')]
    this.#interfaces = [...of('area')].flatMap(([port, area]) => {
      const own = stack.own.find(one => one.port === port)
      if (!own) return []
      return [
        {
          port,
          address: own.address,
          bits: own.bits,
          area: sure(readAddress(area)),
          cost: Number(costs.get(port) ?? 10),
          priority: Number(priorities.get(port) ?? 1),
          passive: passive.get(port) === 'true' || isLoopback(port),
          pair: own.bits >= 30,
          designated: 0,
          backup: 0,
          waitsUntil: DEAD * SECOND_US,
          peers: new Map<Address, Peer>(),
          news: [],
        },
      ]
    })
    const set = readAddress(told(device, settings, 'routing/ospf/router-id')[0]?.value ?? '')
    this.#id = set ?? Math.max(0, ...stack.own.map(({ address }) => address))
  }

  get isUsed(): boolean {
    return this.#interfaces.length > 0
  }

  /** Its neighbours: who, by which interface, how far they are, and who speaks for the network. */
  get table(): string[][] {
    return this.#interfaces.flatMap(({ port, peers, designated, pair }) =>
      [...peers.values()].map(({ router, address, state }) => [
        addressText(router),
        port,
        state,
        pair ? '' : address === designated ? 'speaks for the network' : '',
      ]),
    )
  }

  start(): void {
    this.stack.receivers.set(PROTOCOLS.ospf, (port, packet) => {
      this.#receive(port, packet)
    })
    this.#originate()
    this.#tick()
  }

  #tick(): void {
    for (const one of this.#interfaces) {
      this.#expire(one)
      if (!one.pair && !one.passive && one.waitsUntil <= this.stack.link.now) this.#elect(one)
      if (!one.passive && this.stack.link.isUp(one.port)) this.#hello(one)
    }
    this.stack.link.after(HELLO * SECOND_US, () => {
      this.#tick()
    })
  }

  #expire(one: Interface): void {
    for (const [router, { until }] of one.peers)
      if (until <= this.stack.link.now) {
        one.peers.delete(router)
        this.#originate()
      }
  }

  #hello(one: Interface): void {
    const hello: Hello = {
      mask: maskOf(one.bits),
      interval: HELLO,
      dead: DEAD,
      priority: one.priority,
      designated: one.designated,
      backup: one.backup,
      neighbours: [...one.peers.keys()],
    }
    this.#send(one, null, { kind: 'hello', router: this.#id, area: one.area, hello })
  }

  #send(one: Interface, to: Peer | null, packet: OspfPacket): void {
    const payload = writeOspf(packet)
    if (to) this.stack.send(this.stack.made(to.address, PROTOCOLS.ospf, payload, one.address, 1))
    else this.stack.sendOut(one.port, this.stack.made(ALL, PROTOCOLS.ospf, payload, one.address, 1))
  }

  #receive(port: string, { from, payload }: Packet): void {
    const one = this.#interfaces.find(other => other.port === port)
    const packet = readOspf(payload)
    if (!one || one.passive || !packet || packet.router === this.#id || from === one.address) return
    if (packet.area !== one.area) {
      const [theirs, ours] = [packet.area, one.area].map(addressText)
      this.stack.link.note(
        port,
        () => `hears ${addressText(from)} of area ${sure(theirs)}, and is in ${sure(ours)}: not its neighbour`,
      )
      return
    }
    if (packet.kind === 'hello') {
      this.#heard(one, from, packet.router, packet.hello)
      return
    }
    const peer = one.peers.get(packet.router)
    if (!peer) return
    // Who describes what it knows has heard a hello of this one (RFC 2328, 10.6).
    if (peer.state === 'init') peer.state = 'two-way'
    if (packet.kind === 'description') this.#described(one, peer, packet.description)
    else if (packet.kind === 'request') this.#give(one, peer, packet.wanted)
    else if (packet.kind === 'update') this.#updated(one, peer, packet.states)
  }

  #heard(one: Interface, address: Address, router: Address, hello: Hello): void {
    if (hello.mask !== maskOf(one.bits)) {
      this.stack.link.note(one.port, () => `hears ${addressText(address)} with another mask: not its neighbour`)
      return
    }
    const known = one.peers.get(router)
    const peer: Peer = known ?? {
      router,
      address,
      priority: hello.priority,
      designated: 0,
      backup: 0,
      until: 0,
      state: 'init',
      sequence: 0,
      leads: false,
      left: 0,
      saidAll: false,
      wanted: [],
    }
    const changed = !known || peer.designated !== hello.designated || peer.backup !== hello.backup
    Object.assign(peer, { designated: hello.designated, backup: hello.backup, priority: hello.priority })
    peer.until = this.stack.link.now + DEAD * SECOND_US
    one.peers.set(router, peer)
    const mutual = hello.neighbours.includes(this.#id)
    if (!mutual) peer.state = 'init'
    else if (peer.state === 'init') peer.state = 'two-way'
    // Who is new is answered at once, so that both know of each other.
    if (!known || !mutual) this.#hello(one)
    if (!one.pair && (changed || !known)) this.#hearSpeakers(one, hello)
    if (peer.state === 'two-way' && this.#isClose(one, peer)) this.#begin(one, peer)
  }

  /** Where somebody speaks for a network already, nobody waits any longer. */
  #hearSpeakers(one: Interface, hello: Hello): void {
    if (hello.designated !== 0) one.waitsUntil = Math.min(one.waitsUntil, this.stack.link.now)
    if (one.waitsUntil <= this.stack.link.now) this.#elect(one)
  }

  #elect(one: Interface): void {
    const { priority, designated, backup, address } = one
    const own = { router: this.#id, address, priority, designated, backup }
    const others = [...one.peers.values()].filter(({ state }) => state !== 'init')
    const elected = elect(own, others)
    if (elected.designated === designated && elected.backup === backup) return
    Object.assign(one, elected)
    this.#hello(one)
    for (const peer of one.peers.values())
      if (peer.state === 'two-way' && this.#isClose(one, peer)) this.#begin(one, peer)
    this.#originate()
  }

  /** Whether two tell each other all they know: on a network of many only those who speak for it do, with each. */
  #isClose({ pair, designated, backup, address }: Interface, peer: Peer): boolean {
    const speakers = [designated, backup].filter(one => one !== 0)
    return pair || speakers.includes(address) || speakers.includes(peer.address)
  }

  /** Begins to compare what both know: the one with the larger name leads (RFC 2328, 10.8). */
  #begin(one: Interface, peer: Peer): void {
    peer.state = 'start'
    peer.leads = this.#id > peer.router
    peer.sequence = peer.leads ? 1000 : 1
    peer.left = 0
    peer.saidAll = false
    this.#offer(one, peer)
  }

  /** Says again and again that it would begin, until the other has heard it. */
  #offer(one: Interface, peer: Peer): void {
    if (peer.state !== 'start' || one.peers.get(peer.router) !== peer) return
    this.#describe(one, peer, { first: true, more: true, master: true, sequence: peer.sequence, heads: [] })
    this.stack.link.after(AGAIN_US, () => {
      this.#offer(one, peer)
    })
  }

  #describe(one: Interface, peer: Peer, description: Description): void {
    this.#send(one, peer, { kind: 'description', router: this.#id, area: one.area, description })
  }

  /** The next heads of what is known, and whether there are more. */
  #nextHeads(peer: Peer): Pick<Description, 'heads' | 'more'> {
    const all = this.#database.heads
    const heads = all.slice(peer.left, peer.left + MOST_HEADS)
    peer.left += heads.length
    return { heads, more: peer.left < all.length }
  }

  #described(one: Interface, peer: Peer, { first, more, master, sequence, heads }: Description): void {
    if (peer.state === 'two-way' && this.#isClose(one, peer)) this.#begin(one, peer)
    if (peer.state === 'start') {
      // Who leads waits for the other’s first answer; who follows takes over the leader’s number.
      if (peer.leads ? first || sequence !== peer.sequence : !first || !master) return
      peer.state = 'exchange'
      peer.sequence = sequence
      if (!peer.leads) {
        this.#describe(one, peer, { first: false, master: false, sequence, ...this.#nextHeads(peer) })
        return
      }
    } else if (peer.state !== 'exchange') return
    for (const head of heads) if (this.#database.isNews(head)) peer.wanted.push(head)
    if (peer.leads) this.#lead(one, peer, more)
    else this.#follow(one, peer, sequence, more)
  }

  #lead(one: Interface, peer: Peer, more: boolean): void {
    if (!more && peer.saidAll) {
      this.#load(one, peer)
      return
    }
    peer.sequence += 1
    const next = this.#nextHeads(peer)
    peer.saidAll = !next.more
    this.#describe(one, peer, { first: false, master: true, sequence: peer.sequence, ...next })
  }

  #follow(one: Interface, peer: Peer, sequence: number, more: boolean): void {
    peer.sequence = sequence
    const next = this.#nextHeads(peer)
    this.#describe(one, peer, { first: false, master: false, sequence, ...next })
    if (!more && !next.more) this.#load(one, peer)
  }

  /** Asks for what the other knows better. */
  #load(one: Interface, peer: Peer): void {
    peer.wanted = peer.wanted.filter(key => {
      const known = this.#database.find(key)
      return !known || this.#database.isNews(key as LinkStateKey & { sequence: number })
    })
    if (peer.wanted.length === 0) {
      peer.state = 'full'
      this.stack.log('notice', 'ospf', `${addressText(peer.address)} on ${one.port} knows the same`)
      this.#originate()
      return
    }
    peer.state = 'loading'
    const wanted = peer.wanted.slice(0, MOST_HEADS)
    this.#send(one, peer, { kind: 'request', router: this.#id, area: one.area, wanted })
  }

  #give(one: Interface, peer: Peer, wanted: readonly LinkStateKey[]): void {
    const states = wanted.flatMap(key => this.#database.find(key) ?? [])
    this.#tell(one, peer, states)
  }

  /** Sends states, as many packets as it takes. */
  #tell(one: Interface, to: Peer | null, states: readonly LinkState[]): void {
    let batch: LinkState[] = []
    let size = 0
    const send = (): void => {
      if (batch.length > 0) this.#send(one, to, { kind: 'update', router: this.#id, area: one.area, states: batch })
    }
    for (const state of states) {
      const { length } = sure(this.#database.headFor(state))
      if (size + length > MOST_BYTES) {
        send()
        batch = []
        size = 0
      }
      batch.push(state)
      size += length
    }
    send()
  }

  #updated(one: Interface, peer: Peer, states: readonly LinkState[]): void {
    const news = states.filter(state => this.#takes(state))
    peer.wanted = peer.wanted.filter(key => !states.some(state => sameKey(state, key)))
    const heads = states.flatMap(state => this.#database.headFor(state) ?? [])
    this.#send(one, peer, { kind: 'acknowledgement', router: this.#id, area: one.area, heads })
    if (news.length > 0) {
      this.#flood(news, one)
      this.#settleSoon()
    }
    if (peer.state === 'loading') this.#load(one, peer)
  }

  /** Takes a state; one of its own that others still know from before is said anew, with a larger number. */
  #takes(state: LinkState): boolean {
    if (state.from !== this.#id) return this.#database.take(state)
    if (this.#database.isNews(state)) this.#originate()
    return false
  }

  /** Hands news on by every interface; back to where they came from only by who speaks for a network of many. */
  #flood(states: readonly LinkState[], from: Interface | null): void {
    for (const one of this.#interfaces) {
      if (one.passive || (one === from && (one.pair || one.designated !== one.address))) continue
      const listening = [...one.peers.values()].some(({ state }) => ['exchange', 'loading', 'full'].includes(state))
      if (listening) this.#tellSoon(one, states)
    }
  }

  /** What is handed on within a moment goes in one packet (RFC 2328, 13.5, for acknowledgements). */
  #tellSoon(one: Interface, states: readonly LinkState[]): void {
    const isFirst = one.news.length === 0
    one.news = [...one.news.filter(old => !states.some(state => sameKey(state, old))), ...states]
    if (!isFirst) return
    this.stack.link.after(TOGETHER_US, () => {
      const { news } = one
      one.news = []
      this.#tell(one, null, news)
    })
  }

  /** Says anew what its links are, soon: what changes together is said once. */
  #originate(): void {
    if (this.#originating) return
    this.#originating = true
    this.stack.link.after(ORIGINATE_US, () => {
      this.#originating = false
      const states = [this.#ownState(), ...this.#networkStates()].filter(state => this.#differs(state))
      const numbered = states.map(state => ({ ...state, sequence: this.#nextSequence(state) }))
      for (const state of numbered) this.#database.take(state)
      if (numbered.length === 0) return
      this.#flood(numbered, null)
      this.#settleSoon()
    })
  }

  #differs(state: LinkState): boolean {
    const known = this.#database.find(state)
    return !known || JSON.stringify({ ...known, sequence: 0 }) !== JSON.stringify({ ...state, sequence: 0 })
  }

  #nextSequence(state: LinkState): number {
    const known = this.#database.find(state)
    return known ? known.sequence + 1 : FIRST_SEQUENCE
  }

  #ownState(): LinkState {
    const links = this.#interfaces.filter(({ port }) => this.stack.link.isUp(port)).flatMap(one => this.#linksOf(one))
    return { type: 'router', id: this.#id, from: this.#id, sequence: 0, links }
  }

  #linksOf(one: Interface): RouterLink[] {
    const { address, bits, cost, pair, designated, peers } = one
    const full = [...peers.values()].filter(({ state }) => state === 'full')
    const mask = isLoopback(one.port) ? 0xff_ff_ff_ff : maskOf(bits)
    const stub: RouterLink = {
      kind: 'stub',
      id: networkOf(address, isLoopback(one.port) ? 32 : bits),
      data: mask,
      cost,
    }
    if (pair)
      return [
        ...full.map(({ router }): RouterLink => ({ kind: 'point-to-point', id: router, data: address, cost })),
        stub,
      ]
    const speaks = designated === address && full.length > 0
    const joined = speaks || full.some(peer => peer.address === designated)
    return joined ? [{ kind: 'transit', id: designated, data: address, cost }] : [stub]
  }

  /** What it says of networks for which it speaks; of one for which it no longer does, that nobody is on it. */
  #networkStates(): LinkState[] {
    const states = this.#interfaces.flatMap((one): LinkState[] => {
      const full = [...one.peers.values()].filter(({ state }) => state === 'full')
      const speaks = !one.pair && one.designated === one.address && full.length > 0
      if (!speaks && !this.#spoken.has(one.address)) return []
      this.#spoken.add(one.address)
      const routers = speaks ? [this.#id, ...full.map(({ router }) => router)] : []
      return [{ type: 'network', id: one.address, from: this.#id, sequence: 0, mask: maskOf(one.bits), routers }]
    })
    return states
  }

  #settleSoon(): void {
    if (this.#settling) return
    this.#settling = true
    this.stack.link.after(SETTLE_US, () => {
      this.#settling = false
      const routes = shortestWays(this.#id, this.#database.states).flatMap(({ network, bits, cost, hop }): Route[] =>
        hop === null ? [] : [{ network, bits, port: null, by: hop, preference: PREFERENCES.ospf, cost }],
      )
      this.stack.learn('ospf', routes)
    })
  }
}
