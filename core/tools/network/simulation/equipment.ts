import { addressText, readAddress } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { PORTS } from '../frames/dhcp'
import type { Service } from '../settings/kinds/services'
import type { Settings } from '../settings/paths'
import { told, toldBy } from '../settings/told'
import type { Device } from '../site'
import { Clock } from './clock'
import { Connections } from './connections'
import { Datagrams } from './datagrams'
import { Filtering } from './filtering'
import { answering } from './services/answering'
import { Borrower } from './services/borrower'
import type { Borrowed } from './services/borrower'
import { Directory } from './services/directory'
import { Lender, Relay } from './services/lender'
import { Shell } from './services/shell'
import { NameServer } from './services/zones'
import { SECOND_US } from './node'
import { LogKeeper, Logging } from './logging'
import { OspfRouter } from './ospf/router'
import { RipRouter } from './rip'
import type { Stack } from './stack'
import { StandingIn } from './standing-in'
import { Translating } from './translating'

/** So long it takes until addresses are lent, and routers have heard of each other. */
const TALKED_US = 20 * SECOND_US

/** So long before that, what waits until others can be reached is said. */
const LAST_US = SECOND_US / 2

/** What a device does besides forwarding: what listens on it, what it lends, knows, filters and translates. */
export class Equipment {
  readonly datagrams: Datagrams
  readonly connections: Connections
  readonly clock: Clock
  readonly logging: Logging
  readonly logKeeper: LogKeeper
  readonly filtering: Filtering
  readonly translating: Translating
  readonly ospf: OspfRouter
  readonly rip: RipRouter
  readonly standingIn: StandingIn
  readonly lender: Lender
  readonly #relay: Relay
  readonly #borrowers: readonly Borrower[]
  readonly #names: NameServer
  readonly #directory: Directory
  readonly #resolver: Address | null
  readonly search: string

  constructor(device: Device, settings: Settings, stack: Stack) {
    this.datagrams = new Datagrams(stack)
    this.connections = new Connections(stack)
    this.clock = new Clock(device, settings, stack, this.datagrams)
    this.logging = new Logging(device, settings, stack, this.datagrams, this.clock)
    this.logKeeper = new LogKeeper(stack)
    stack.log = this.logging.say
    this.clock.onSet = () => {
      stack.log('info', 'clock', 'knows the time')
    }
    this.filtering = new Filtering(device, settings, stack)
    this.translating = new Translating(device, settings, stack)
    // A filter sees packets as they are on its wire: before what comes in is translated, after what goes out is.
    if (this.filtering.isUsed) stack.gates.push(this.filtering)
    if (this.translating.isUsed) stack.gates.push(this.translating)
    this.ospf = new OspfRouter(device, settings, stack)
    this.rip = new RipRouter(device, settings, stack, this.datagrams)
    this.standingIn = new StandingIn(device, settings, stack)
    this.lender = new Lender(device, settings, stack, this.datagrams)
    this.#relay = new Relay(device, settings, stack, this.datagrams)
    this.#names = new NameServer(device, settings, stack, this.datagrams)
    this.#directory = new Directory(device, settings, stack, this.datagrams)
    this.#resolver = readAddress(told(device, settings, 'system/dns-resolver/server')[0]?.value ?? '')
    this.search = told(device, settings, 'system/dns-resolver/search')[0]?.value ?? ''
    const clients = toldBy(device, settings, 'interfaces/<routed>/ipv4/dhcp-client')
    this.#borrowers = [...clients]
      .filter(([, value]) => value === 'true')
      .map(([port]) => new Borrower(port, stack.link.hardware(port), stack, this.datagrams))
    const isOwn = (text: string): boolean => stack.own.some(({ address }) => addressText(address) === text)
    const answerOf = (service: Service): ((said: Uint8Array) => Uint8Array) => {
      const answer = answering(service, device.name)
      return service === 'shell' ? new Shell(device, settings, isOwn, answer, stack.log).answer : answer
    }
    for (const { at, value } of told(device, settings, 'services/<transport>/<number>')) {
      const [transport, port] = [sure(at[0]), Number(at[1])]
      if (transport === 'udp' && value === 'log')
        this.datagrams.open(port, received => {
          this.logKeeper.take(received)
        })
      else if (transport === 'udp' && value === 'time') this.#serve(transport, port, said => this.clock.answerTo(said))
      else this.#serve(transport, port, answerOf(value as Service))
    }
  }

  /** After how many microseconds what it says to others has come to its end. */
  get settledAfter(): number {
    if (this.ospf.isUsed) return OspfRouter.SETTLED_US
    const talks = this.#borrowers.length > 0 || this.standingIn.isUsed || this.rip.isUsed || this.#isTimely
    return talks ? TALKED_US : 0
  }

  /** Whether it takes the time from others, or tells them what happens. */
  get #isTimely(): boolean {
    return this.clock.isUsed || this.logging.isUsed
  }

  /** Begins what runs by itself. `settledAfter`: when everybody has said what they say by themselves. */
  start(settledAfter: number): void {
    this.clock.start(settledAfter - LAST_US)
    this.logging.start(settledAfter - LAST_US)
    if (this.lender.isUsed || this.#relay.isUsed)
      this.datagrams.open(PORTS.server, received => {
        if (!this.#relay.take(received)) this.lender.take(received)
      })
    if (this.#borrowers.length > 0)
      this.datagrams.open(PORTS.client, received => {
        for (const borrower of this.#borrowers) borrower.take(received)
      })
    if (this.#names.isUsed) this.#names.start()
    if (this.#directory.isUsed) this.#directory.start()
    if (this.ospf.isUsed) this.ospf.start()
    if (this.rip.isUsed) this.rip.start()
    if (this.standingIn.isUsed) this.standingIn.start()
    for (const borrower of this.#borrowers) borrower.start()
  }

  /** What its interfaces got by asking. */
  get borrowed(): readonly Borrowed[] {
    return this.#borrowers.flatMap(({ got }) => got ?? [])
  }

  /** Who is asked for names: the one that was set, else the one that was told along with an address. */
  get resolver(): Address | null {
    return this.#resolver ?? this.borrowed.find(({ resolver }) => resolver !== null)?.resolver ?? null
  }

  #serve(transport: string, port: number, answer: (said: Uint8Array) => Uint8Array): void {
    if (transport === 'tcp') this.connections.listen(port, answer)
    else
      this.datagrams.open(port, received => {
        this.datagrams.answer(received, port, answer(received.data))
      })
  }
}
