import { ALL_HARDWARE, hardwareText, isGroup } from '../../../ground/addresses/ipv4'
import type { HardwareAddress } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { receiverOf, senderOf, tagged, tagOf, untagged } from '../frames/ethernet'
import type { Link } from './node'

/** How long a switch remembers behind which port an address is (IEEE 802.1Q, 8.8.3: 300 s). */
const AGE_US = 300_000_000
/** Addresses from 01:80:c2:00:00:00 to 0f are for bridges themselves and never forwarded (IEEE 802.1Q, table 8-1). */
const RESERVED = 0x01_80_c2_00_00_00

/** To which VLANs a port of a bridge belongs. */
export interface Membership {
  /** The VLAN of frames without a tag. */
  untagged: number
  /** The VLANs that it carries with a tag. */
  tagged: ReadonlySet<number>
  accepts: 'all' | 'tagged' | 'untagged'
  /** Whether it is kept from others that are, too. */
  isolated?: boolean
}

/** What decides which ports may learn and forward. */
export interface Blocking {
  forwards(port: string): boolean
  receive(port: string, frame: Uint8Array): void
}

const inVlan = (vlan: number): string => (vlan === 1 ? '' : ` in VLAN ${vlan}`)

/** The part of a device that joins ports: it learns behind which of them an address is, in each VLAN. */
export class Bridge {
  readonly #learned = new Map<number, Map<HardwareAddress, { port: string; until: number }>>()
  tree: Blocking | null = null

  /** `inside`: takes a frame without its tag for the device’s own interface on a VLAN; false where it has none. */
  constructor(
    private readonly ports: ReadonlyMap<string, Membership>,
    private readonly link: Link,
    private readonly inside: (vlan: number, frame: Uint8Array) => boolean,
  ) {}

  has(port: string): boolean {
    return this.ports.has(port)
  }

  /** Behind which ports addresses are, as far as that is known. */
  get table(): { address: string; vlan: number; port: string }[] {
    return [...this.#learned].flatMap(([vlan, learned]) =>
      [...learned]
        .filter(([, { until }]) => until > this.link.now)
        .map(([address, { port }]) => ({ address: hardwareText(address), vlan, port })),
    )
  }

  /** Whether a port of it that is up belongs to a VLAN. */
  isUpIn(vlan: number): boolean {
    return [...this.ports].some(([port, member]) => this.link.isUp(port) && carries(member, vlan))
  }

  /** Forgets what was learned behind ports: the tree has changed. */
  forget(ports: readonly string[]): void {
    for (const learned of this.#learned.values())
      for (const [address, { port }] of learned) if (ports.includes(port)) learned.delete(address)
  }

  receive(port: string, bytes: Uint8Array): void {
    const to = receiverOf(bytes)
    if (to >= RESERVED && to <= RESERVED + 15) {
      this.tree?.receive(port, bytes)
      return
    }
    const member = sure(this.ports.get(port))
    const tag = tagOf(bytes)
    const vlan = tag ?? member.untagged
    if (member.accepts !== 'all' && (member.accepts === 'tagged') !== (tag !== null)) {
      this.link.note(port, () => `takes only frames ${tag === null ? 'with a tag' : 'without a tag'} here: dropped`)
      return
    }
    if (!carries(member, vlan)) {
      this.link.note(port, () => `VLAN ${vlan} isn’t carried here: dropped`)
      return
    }
    if (this.tree && !this.tree.forwards(port)) {
      this.link.note(port, () => 'the spanning tree keeps this port shut: dropped')
      return
    }
    this.#pass(vlan, port, tag === null ? bytes : untagged(bytes))
  }

  /** Takes a frame of the device itself into a VLAN. */
  send(vlan: number, frame: Uint8Array): void {
    this.#pass(vlan, null, frame)
  }

  #pass(vlan: number, port: string | null, frame: Uint8Array): void {
    const [to, from] = [receiverOf(frame), senderOf(frame)]
    const learned = this.#learned.get(vlan) ?? new Map<HardwareAddress, { port: string; until: number }>()
    this.#learned.set(vlan, learned)
    if (port !== null && !isGroup(from)) learned.set(from, { port, until: this.link.now + AGE_US })
    if (port !== null && this.inside(vlan, frame) && !isGroup(to)) return
    const known = isGroup(to) ? undefined : learned.get(to)
    if (known && known.until > this.link.now) {
      if (known.port === port) {
        this.link.note(port, () => `knows ${hardwareText(to)} on the port it came from: dropped`)
        return
      }
      if (this.#apart(port, known.port)) {
        this.link.note(port, () => `keeps those who joined here from each other: dropped`)
        return
      }
      this.link.note(port, () => `knows ${hardwareText(to)} behind ${known.port}${inVlan(vlan)}`)
      this.#out(known.port, vlan, frame)
      return
    }
    const others = [...this.ports.keys()].filter(
      one => one !== port && this.#goesOut(one, vlan) && !this.#apart(port, one),
    )
    const why = (): string => {
      if (to === ALL_HARDWARE) return 'to everyone'
      return isGroup(to) ? `to the group ${hardwareText(to)}` : `doesn’t know where ${hardwareText(to)} is`
    }
    const where = (): string => others.join(', ') || 'no port, since no other is up'
    this.link.note(port, () => `${why()}${inVlan(vlan)}: out of ${where()}`)
    for (const one of others) this.#out(one, vlan, frame)
  }

  /** Whether two ports are kept from each other. */
  #apart(one: string | null, other: string): boolean {
    return one !== null && sure(this.ports.get(one)).isolated === true && sure(this.ports.get(other)).isolated === true
  }

  #goesOut(port: string, vlan: number): boolean {
    return this.link.isUp(port) && carries(sure(this.ports.get(port)), vlan) && (!this.tree || this.tree.forwards(port))
  }

  #out(port: string, vlan: number, frame: Uint8Array): void {
    this.link.send(port, sure(this.ports.get(port)).untagged === vlan ? frame : tagged(frame, vlan))
  }
}

const carries = ({ untagged: own, tagged: others }: Membership, vlan: number): boolean =>
  vlan === own || others.has(vlan)
