import { hardwareText } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { readTreeFrame, TIMES, writeTreeFrame } from '../frames/bpdu'
import type { BridgeId, Role, TreeMessage } from '../frames/bpdu'
import type { Settings } from '../settings/paths'
import { told, toldBy } from '../settings/told'
import type { Device } from '../site'
import type { Blocking } from './bridge'
import { SECOND_US } from './node'
import type { Link } from './node'

/** After so long without a word from another bridge a port has a host behind it (IEEE 802.1D-2004, 17.21). */
const EDGE_US = 3 * SECOND_US
/** What was said holds for so many times the interval in which it is said again. */
const HELD_US = 3 * TIMES.hello * SECOND_US
const USUAL = { priority: '32768', port: '128' } as const

/** Where a port would lead: to which root, at what cost, told by which port of which bridge. The smaller is better. */
interface Vector {
  root: BridgeId
  cost: number
  bridge: BridgeId
  port: number
}

const compareBridges = (one: BridgeId, other: BridgeId): number =>
  one.priority - other.priority || one.hardware - other.hardware
const compare = (one: Vector, other: Vector): number =>
  compareBridges(one.root, other.root) ||
  one.cost - other.cost ||
  compareBridges(one.bridge, other.bridge) ||
  one.port - other.port
const same = (one: BridgeId, other: BridgeId): boolean => compareBridges(one, other) === 0

interface TreePort {
  name: string
  id: number
  cost: number
  role: Role
  forwarding: boolean
  /** Whether another bridge has ever said something here; where none has for a while, there is a host. */
  met: boolean
  edge: boolean
  /** The best that was said here, and until when it holds. */
  heard: (Vector & { age: number }) | null
  until: number
  /** Counted up whenever what it waits for no longer counts. */
  waiting: number
}

/** The number of a port; what is several ports comes after those. */
const numberOf = (name: string): number => Number(sure(/\d+$/.exec(name))[0]) + (name.startsWith('p') ? 0 : 100)

/** The rapid spanning tree of one bridge (IEEE 802.1D-2004, clause 17, in the parts that a loop needs). */
export class Tree implements Blocking {
  /** By then it has come to its end: hosts are told apart after three seconds, the rest takes less. */
  static readonly SETTLED_US = 20 * SECOND_US
  readonly #ports: ReadonlyMap<string, TreePort>
  readonly #own: BridgeId
  #best: Vector
  #rootPort: TreePort | null = null
  #age = 0

  /** `flush`: forgets which addresses were learned behind ports. */
  constructor(
    device: Device,
    settings: Settings,
    /** Its ports, and what the way by each usually costs. */
    ports: ReadonlyMap<string, number>,
    private readonly link: Link,
    private readonly flush: (ports: readonly string[]) => void,
  ) {
    const costs = toldBy(device, settings, 'interfaces/<bridged>/bridge-port/path-cost')
    const priorities = toldBy(device, settings, 'interfaces/<bridged>/bridge-port/priority')
    const priority = told(device, settings, 'bridge/spanning-tree/priority')[0]?.value ?? USUAL.priority
    this.#own = { priority: Number(priority), hardware: link.hardware('p1') }
    this.#best = this.#ownVector()
    this.#ports = new Map(
      [...ports].map(([name, usual]) => [
        name,
        {
          name,
          id: Number(priorities.get(name) ?? USUAL.port) * 256 + numberOf(name),
          cost: Number(costs.get(name) ?? usual),
          role: 'designated',
          forwarding: false,
          met: false,
          edge: false,
          heard: null,
          until: 0,
          waiting: 0,
        },
      ]),
    )
  }

  #ownVector(): Vector {
    return { root: this.#own, cost: 0, bridge: this.#own, port: 0 }
  }

  get priority(): number {
    return this.#own.priority
  }

  get isRoot(): boolean {
    return same(this.#best.root, this.#own)
  }

  forwards(port: string): boolean {
    return this.#ports.get(port)?.forwarding ?? true
  }

  /** What the tree has come to here: who is the root, and what each port is. */
  get table(): string[][] {
    const { priority, hardware } = this.#best.root
    const root = this.isRoot ? 'this one' : `${hardwareText(hardware)}, priority ${priority}`
    const up = [...this.#ports.values()].filter(({ name }) => this.link.isUp(name))
    return [
      ['root', root, this.isRoot ? '' : `cost ${this.#best.cost}`],
      ...up.map(({ name, role, forwarding, edge }) => [
        name,
        edge ? 'to a host' : role,
        forwarding ? 'forwards' : 'kept shut',
      ]),
    ]
  }

  start(): void {
    for (const port of this.#ports.values())
      this.link.after(EDGE_US, () => {
        if (port.met || !this.link.isUp(port.name)) return
        port.edge = true
        this.#open(port)
      })
    this.#settle()
    this.#hello()
  }

  /** Says again and again, by every port that leads away from the root, what it knows. */
  #hello(): void {
    for (const port of this.#ports.values()) if (port.role === 'designated') this.#say(port)
    this.link.after(TIMES.hello * SECOND_US, () => {
      this.#expire()
      this.#hello()
    })
  }

  #expire(): void {
    const old = [...this.#ports.values()].filter(({ heard, until }) => heard && until <= this.link.now)
    for (const port of old) port.heard = null
    if (old.length > 0) this.#settle()
  }

  receive(name: string, frame: Uint8Array): void {
    const port = this.#ports.get(name)
    const message = readTreeFrame(frame)
    if (!port || !message || message.age >= TIMES.maxAge || same(message.bridge, this.#own)) return
    port.met = true
    port.edge = false
    if (message.role === 'designated') this.#hear(port, message)
    else if (message.agreement && port.role === 'designated') this.#open(port)
  }

  #hear(port: TreePort, message: TreeMessage): void {
    const { root, cost, bridge, port: id, age } = message
    const said = { root, cost, bridge, port: id }
    const mine = this.#designated(port)
    const isNews =
      !port.heard || compare(said, port.heard) < 0 || (same(bridge, port.heard.bridge) && id === port.heard.port)
    if (compare(said, mine) < 0 && isNews) {
      port.heard = { ...said, age }
      port.until = this.link.now + HELD_US
      this.#settle()
    } else if (port.role === 'designated') this.#say(port)
    if (message.proposal && port.role !== 'designated') this.#agree(port)
  }

  /** What this bridge would say by a port. */
  #designated({ id }: TreePort): Vector {
    return { root: this.#best.root, cost: this.#best.cost, bridge: this.#own, port: id }
  }

  /** Works out which port leads to the root, and what the others are. */
  #settle(): void {
    let [best, rootPort, age]: [Vector, TreePort | null, number] = [this.#ownVector(), null, 0]
    for (const port of this.#ports.values()) {
      if (!port.heard || !this.link.isUp(port.name)) continue
      const by = { ...port.heard, cost: port.heard.cost + port.cost }
      const better = compare(by, best) || (rootPort ? port.id - rootPort.id : 1)
      if (better < 0) [best, rootPort, age] = [by, port, port.heard.age + 1]
    }
    const changed = compareBridges(best.root, this.#best.root) !== 0 || best.cost !== this.#best.cost
    this.#best = best
    this.#rootPort = rootPort
    this.#age = age
    for (const port of this.#ports.values()) this.#settlePort(port, changed)
    // Only once every other way is shut is the way to the root opened.
    if (rootPort) this.#open(rootPort)
  }

  #settlePort(port: TreePort, changed: boolean): void {
    const role = this.#roleOf(port)
    const before = port.role
    port.role = role
    if (role === 'alternate' || (role === 'root' && before !== 'root')) this.#shut(port)
    if (role !== 'designated') return
    // Who leads away from another root than before asks anew whether that can be: nothing may go round meanwhile.
    if ((changed || before !== 'designated') && !port.edge) this.#shut(port)
    if (!port.forwarding && (changed || before !== 'designated')) {
      this.#say(port)
      this.#openLater(port)
    }
  }

  #roleOf(port: TreePort): Role {
    if (port === this.#rootPort) return 'root'
    return !port.heard || compare(this.#designated(port), port.heard) < 0 ? 'designated' : 'alternate'
  }

  /** The bridge behind a port asks whether it may forward: every other port that leads away is shut first. */
  #agree(port: TreePort): void {
    if (port.role === 'root')
      for (const other of this.#ports.values())
        if (other.role === 'designated' && !other.edge && other.forwarding) {
          this.#shut(other)
          this.#say(other)
          this.#openLater(other)
        }
    this.#say(port, true)
  }

  /** Where nobody agrees, since nobody there speaks so, a port is opened after twice the delay. */
  #openLater(port: TreePort): void {
    const { waiting } = port
    this.link.after(2 * TIMES.forwardDelay * SECOND_US, () => {
      if (port.waiting === waiting && port.role === 'designated') this.#open(port)
    })
  }

  #open(port: TreePort): void {
    if (port.forwarding) return
    port.forwarding = true
    port.waiting += 1
    this.flush([...this.#ports.keys()].filter(name => name !== port.name))
  }

  #shut(port: TreePort): void {
    port.waiting += 1
    if (!port.forwarding) return
    port.forwarding = false
    this.flush([port.name])
  }

  #say(port: TreePort, agreement = false): void {
    if (!this.link.isUp(port.name)) return
    const { root, cost, bridge, port: id } = this.#designated(port)
    const frame = writeTreeFrame(this.link.hardware(port.name), {
      root,
      cost,
      bridge,
      port: id,
      role: port.role,
      proposal: port.role === 'designated' && !port.forwarding,
      agreement,
      learning: port.forwarding,
      forwarding: port.forwarding,
      age: this.#age,
    })
    this.link.send(port.name, frame)
  }
}
