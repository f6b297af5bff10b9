import { readAddress, readPrefix } from '../../../ground/addresses/ipv4'
import type { HardwareAddress } from '../../../ground/addresses/ipv4'
import { carriedBy, CARRIES, tagged, tagOf, untagged } from '../frames/ethernet'
import { readAddress6, readPrefix6 } from '../../../ground/addresses/ipv6'
import { sure } from '../../../ground/sure'
import { addresses6Of, addressesOf } from '../settings/checking'
import { BLACKHOLE } from '../settings/kinds/routes'
import { isLoopback, portUnder, vlanOf } from '../settings/places'
import { offersOf } from '../settings/radios'
import type { Offered } from '../settings/radios'
import { interfacesIn } from '../settings/paths'
import type { Settings } from '../settings/paths'
import { shutIn, told, toldBy } from '../settings/told'
import { fastestOf, fittedWith, forwards, hasBridge, portsOf } from '../site'
import type { Device } from '../site'
import { Aggregation } from './aggregating'
import { Bridge } from './bridge'
import type { Membership } from './bridge'
import { Equipment } from './equipment'
import type { Link, Wires } from './node'
import { PREFERENCES } from './routes'
import type { Route } from './routes'
import { Stack6 } from './ipv6/stack'
import type { Told6 } from './ipv6/stack'
import { Stack } from './stack'
import { Tree } from './tree'

/** What a way of 1 Mbit/s costs: 200000 at 100 Mbit/s, 20000 at 1000. */
const COST_OF_1_MBIT = 20_000_000

/** The ports of an access point behind which stations are, and what each has joined. */
export type AirPorts = ReadonlyMap<string, Offered>

/** A device as it runs: its ports joined by a bridge or each by itself, and a stack above its interfaces. */
export class Machine {
  readonly bridge: Bridge | null
  readonly stack: Stack
  readonly stack6: Stack6
  readonly tree: Tree | null
  readonly equipment: Equipment
  readonly link: Link
  readonly #interfaces: ReadonlySet<string>
  readonly #shut: ReadonlySet<string>
  readonly #aggregation: Aggregation
  readonly #bridged: Link

  constructor(
    readonly device: Device,
    settings: Settings,
    hardware: (port: string) => HardwareAddress,
    private readonly wires: Wires,
    air: AirPorts = new Map(),
  ) {
    const { name } = device
    const own = addressesOf(device, settings)
    const routed = new Set(own.map(({ port }) => port))
    this.#interfaces = new Set([...fittedWith(device), ...interfacesIn(settings)])
    this.#shut = shutIn(device, settings)
    const portLink: Link = {
      name,
      get now() {
        return wires.now
      },
      send: (port, frame) => {
        wires.send(name, port, frame)
      },
      after: (microseconds, work) => {
        wires.after(microseconds, work)
      },
      isUp: port => wires.isUp(name, port),
      hardware,
      note: (port, words) => {
        wires.note(name, port, words)
      },
    }
    this.#aggregation = new Aggregation(device, settings)
    this.#bridged = this.#aggregation.over(portLink, this.#shut)
    const cabled =
      device.kind === 'access-point'
        ? carriedOn(device, settings)
        : membershipsOf(device, settings, routed, this.#aggregation)
    const members = new Map([...cabled, ...[...air].map(([port, offered]) => [port, memberOf(offered)] as const)])
    this.bridge = hasBridge(device.kind)
      ? new Bridge(members, this.#bridged, (vlan, frame) => this.#inside(vlan, frame))
      : null
    const treed = told(device, settings, 'bridge/spanning-tree/enabled')[0]?.value === 'true'
    this.tree = treed
      ? new Tree(device, settings, this.#costs(members.keys()), this.#bridged, ports => this.bridge?.forget(ports))
      : null
    if (this.bridge) this.bridge.tree = this.tree
    this.link = {
      ...portLink,
      get now() {
        return wires.now
      },
      send: (port, frame) => {
        this.#send(port, frame)
      },
      isUp: port => this.isUp(port),
    }
    const lengths = [...toldBy(device, settings, 'interfaces/<routed>/ipv4/mtu')]
    const longest = new Map(lengths.map(([port, value]) => [port, Number(value)]))
    this.stack = new Stack(this.link, own, routesOf(device, settings), forwards(device.kind), longest)
    this.stack6 = new Stack6(this.link, told6Of(device, settings), forwards(device.kind))
    this.equipment = new Equipment(device, settings, this.stack)
  }

  /** After how many microseconds what it says to others has come to its end. */
  get settledAfter(): number {
    const neighbourly = this.stack6.isUsed ? Stack6.SETTLED_US : 0
    return Math.max(this.tree ? Tree.SETTLED_US : 0, neighbourly, this.equipment.settledAfter)
  }

  /** Begins what runs by itself. `settledAfter`: when everybody has said what they say by themselves. */
  start(settledAfter: number): void {
    this.tree?.start()
    this.equipment.start(settledAfter)
    if (this.stack6.isUsed) this.stack6.start()
  }

  /** Whether something can be sent by an interface. */
  isUp(port: string): boolean {
    if (this.#shut.has(port)) return false
    if (isLoopback(port)) return true
    if (this.#aggregation.members.has(port)) return this.#bridged.isUp(port)
    const under = portUnder(port)
    if (under !== null) return this.wires.isUp(this.device.name, under)
    return this.bridge?.isUpIn(vlanOf(port) ?? 0) ?? false
  }

  /** Takes a frame that came in by a port. */
  receive(port: string, frame: Uint8Array): void {
    const whole = this.#aggregation.whole(port)
    if (this.bridge?.has(whole)) {
      if (!this.#shut.has(whole)) this.bridge.receive(whole, frame)
      return
    }
    const tag = tagOf(frame)
    if (tag === null) {
      this.#take(port, frame)
      return
    }
    const name = `${port}.${tag}`
    if (this.#interfaces.has(name)) this.#take(name, untagged(frame))
    else this.link.note(port, () => `has no interface for VLAN ${tag} here: dropped`)
  }

  /** What the way by each port of the bridge costs, by how fast it is with all its cables (IEEE 802.1D-2004, 17.14). */
  #costs(ports: Iterable<string>): ReadonlyMap<string, number> {
    const speedOf = (port: string): number => this.wires.speed(this.device.name, port) ?? fastestOf(this.device)
    const costOf = (port: string): number => {
      const members = this.#aggregation.members.get(port) ?? [port]
      return Math.round(COST_OF_1_MBIT / members.map(speedOf).reduce((sum, speed) => sum + speed, 0))
    }
    return new Map([...ports].map(port => [port, costOf(port)]))
  }

  /** Takes what came in on a VLAN for the interface that stands for it. */
  #inside(vlan: number, frame: Uint8Array): boolean {
    const name = `vlan${vlan}`
    if (!this.#interfaces.has(name)) return false
    return carriedBy(frame) === CARRIES.ipv6 ? this.stack6.takes(name, frame) : this.stack.takes(name, frame)
  }

  /** Takes a frame for an interface by what it carries. */
  #take(port: string, frame: Uint8Array): void {
    if (carriedBy(frame) === CARRIES.ipv6 && this.stack6.isUsed) this.stack6.receive(port, frame)
    else this.stack.receive(port, frame)
  }

  #send(port: string, frame: Uint8Array): void {
    if (isLoopback(port)) return
    const vlan = vlanOf(port)
    const under = portUnder(port)
    if (under === null) this.bridge?.send(vlan ?? 0, frame)
    else this.wires.send(this.device.name, under, vlan === null ? frame : tagged(frame, vlan))
  }
}

/** A station belongs to the VLAN of the network that it has joined. */
const memberOf = ({ vlan, isolated }: Offered): Membership => ({
  untagged: vlan,
  tagged: new Set(),
  accepts: 'untagged',
  isolated,
})

/** An access point carries the VLANs of all its networks on its cables with a tag, VLAN 1 without. */
function carriedOn(device: Device, settings: Settings): Map<string, Membership> {
  const tagged = new Set(offersOf(device, settings).map(({ vlan }) => vlan))
  tagged.delete(1)
  return new Map(portsOf(device).map(port => [port, { untagged: 1, tagged, accepts: 'all' }]))
}

/** To which VLANs the ports belong that the bridge joins: all but those with an address of their own. */
function membershipsOf(
  device: Device,
  settings: Settings,
  routed: ReadonlySet<string>,
  aggregation: Aggregation,
): Map<string, Membership> {
  const pvids = toldBy(device, settings, 'interfaces/<bridged>/bridge-port/pvid')
  const lists = toldBy(device, settings, 'interfaces/<bridged>/bridge-port/tagged')
  const accepts = toldBy(device, settings, 'interfaces/<bridged>/bridge-port/accept')
  const single = portsOf(device).filter(port => !routed.has(port) && !aggregation.has(port))
  const joined = [...single, ...aggregation.members.keys()]
  return new Map(
    joined.map((port): [string, Membership] => [
      port,
      {
        untagged: Number(pvids.get(port) ?? 1),
        tagged: new Set((lists.get(port) ?? '').split(',').filter(Boolean).map(Number)),
        accepts: (accepts.get(port) ?? 'all') as Membership['accepts'],
      },
    ]),
  )
}

/** What its interfaces are told about IPv6. */
function told6Of(device: Device, settings: Settings): Told6 {
  const having = (leaf: string): Set<string> => {
    const flags = toldBy(device, settings, `interfaces/<routed>/ipv6/${leaf}`)
    return new Set([...flags].filter(([, value]) => value === 'true').map(([port]) => port))
  }
  const shut = shutIn(device, settings)
  return {
    addresses: addresses6Of(device, settings).filter(({ port }) => !shut.has(port)),
    routes: told(device, settings, 'routing/ipv6-routes/<prefix6>/next-hop').map(({ at, value }) => ({
      ...sure(readPrefix6(sure(at[0]))),
      port: null,
      by: readAddress6(value),
    })),
    making: having('create-global-addresses'),
    advertising: having('send-advertisements'),
  }
}

/** The routes that it was told, and what holds while they don’t. */
function routesOf(device: Device, settings: Settings): Route[] {
  const preferences = toldBy(device, settings, 'routing/routes/<prefix>/preference')
  const route = (text: string, value: string, preference: number): Route => ({
    ...sure(readPrefix(text)),
    port: null,
    by: value === BLACKHOLE ? null : readAddress(value),
    preference,
    cost: 0,
  })
  return [
    ...told(device, settings, 'routing/routes/<prefix>/next-hop').map(({ at: [prefix], value }) =>
      route(sure(prefix), value, Number(preferences.get(sure(prefix)) ?? PREFERENCES.set)),
    ),
    ...told(device, settings, 'routing/routes/<prefix>/backup-next-hop').map(({ at: [prefix], value }) =>
      route(sure(prefix), value, PREFERENCES.backup),
    ),
  ]
}
