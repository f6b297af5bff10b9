import { addressText, isIn, readAddress, readPrefix } from '../../../ground/addresses/ipv4'
import type { Address, Prefix } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { PROTOCOLS } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'
import { readEndpoint } from '../settings/kinds/translation'
import type { Settings } from '../settings/paths'
import { told } from '../settings/told'
import type { Device } from '../site'
import { flowKey, flowOf, toldOf, turned } from './flows'
import { rewritten, rewrittenAbout } from './rewriting'
import type { Side } from './rewriting'
import type { Gate, Stack } from './stack'

/** Outside ports are given from here on, each to one flow (RFC 6056 would choose them at random). */
const FIRST_PORT = 40_000
const LAST_PORT = 65_535

/** An address and port inside, and what they are outside. */
interface Mapping {
  protocol: number
  inside: { address: Address; port: number }
  outside: { address: Address; port: number }
}

const keyOf = (protocol: number, { address, port }: { address: Address; port: number }): string =>
  `${protocol} ${address} ${port}`
const PROTOCOL_NAMES = new Map<number, string>(Object.entries(PROTOCOLS).map(([name, number]) => [number, name]))

/** Gives every flow from inside an address and a port outside that no other has. */
export class Mappings {
  readonly #byInside = new Map<string, Mapping>()
  readonly #byOutside = new Map<string, Mapping>()
  #next = FIRST_PORT

  get all(): readonly Mapping[] {
    return [...this.#byInside.values()]
  }

  /** Whether a port outside is given away already, or kept for somebody. */
  keep(mapping: Mapping): void {
    this.#byOutside.set(keyOf(mapping.protocol, mapping.outside), mapping)
  }

  /** The side outside of a flow from inside; null where all ports are given away. */
  outside(protocol: number, inside: Mapping['inside'], address: Address): Mapping['outside'] | null {
    const known = this.#byInside.get(keyOf(protocol, inside))
    if (known) return known.outside
    for (let tried = 0; tried <= LAST_PORT - FIRST_PORT; tried += 1) {
      const outside = { address, port: this.#next }
      this.#next = this.#next === LAST_PORT ? FIRST_PORT : this.#next + 1
      if (this.#byOutside.has(keyOf(protocol, outside))) continue
      const mapping = { protocol, inside, outside }
      this.#byInside.set(keyOf(protocol, inside), mapping)
      this.#byOutside.set(keyOf(protocol, outside), mapping)
      return outside
    }
    return null
  }

  inside(protocol: number, outside: Mapping['outside']): Mapping['inside'] | null {
    return this.#byOutside.get(keyOf(protocol, outside))?.inside ?? null
  }
}

/** What of a device gives inside addresses others outside (RFC 3022), and lets chosen ports in. */
export class Translating implements Gate {
  readonly #external: string | null
  readonly #internal: readonly { prefix: Prefix; to: Address | null }[]
  readonly #toOutside = new Map<Address, Address>()
  readonly #toInside = new Map<Address, Address>()
  readonly #mappings = new Mappings()
  /** What was let in, as its answers will look inside: they leave by the address to which it was sent. */
  readonly #answers = new Map<string, Side>()

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
  ) {
    this.#external = told(device, settings, 'nat/external-interface')[0]?.value ?? null
    this.#internal = told(device, settings, 'nat/internal-prefixes/<prefix>/translate-to').map(({ at, value }) => ({
      prefix: sure(readPrefix(sure(at[0]))),
      to: readAddress(value),
    }))
    for (const { at, value } of told(device, settings, 'nat/static/<address>/external-address')) {
      this.#toOutside.set(sure(readAddress(sure(at[0]))), sure(readAddress(value)))
      this.#toInside.set(sure(readAddress(value)), sure(readAddress(sure(at[0]))))
    }
    const [own] = stack.own.filter(({ port }) => port === this.#external)
    for (const { at, value } of told(device, settings, 'nat/forwards/<transport>/<number>')) {
      const protocol = at[0] === 'tcp' ? PROTOCOLS.tcp : PROTOCOLS.udp
      const outside = { address: own?.address ?? 0, port: Number(at[1]) }
      this.#mappings.keep({ protocol, inside: sure(readEndpoint(value)), outside })
    }
    // Others outside ask on the wire who has these addresses.
    for (const address of [...this.#toInside.keys(), ...this.#internal.flatMap(({ to }) => to ?? [])])
      if (own && address !== own.address && isIn(address, { network: own.address, bits: own.bits }))
        stack.answersFor.add(address)
  }

  get isUsed(): boolean {
    return this.#external !== null
  }

  get table(): string[][] {
    const side = ({ address, port }: Mapping['inside']): string => `${addressText(address)} ${port}`
    return this.#mappings.all.map(({ protocol, inside, outside }) => [
      PROTOCOL_NAMES.get(protocol) ?? String(protocol),
      side(inside),
      side(outside),
    ])
  }

  goesOut(port: string, packet: Packet): Packet | null {
    if (port !== this.#external) return packet
    const about = toldOf(packet)
    if (about) return this.#tellsOut(packet, about)
    const flow = flowOf(packet)
    const { protocol, from, fromPort } = flow
    const side = this.#answers.get(flowKey(flow)) ?? this.#sideOutside(protocol, from, fromPort)
    if (side === null) return packet
    if (side === 'full') {
      this.stack.link.note(port, () => 'has no port left outside: dropped')
      return null
    }
    const was = addressText(from)
    this.stack.link.note(port, () => `${was} becomes ${sideText(side)} outside`)
    return rewritten(packet, 'from', side)
  }

  #sideOutside(protocol: number, from: Address, fromPort: number | null): Side | 'full' | null {
    const fixed = this.#toOutside.get(from)
    if (fixed !== undefined) return { address: fixed, port: null }
    const within = this.#internal.find(({ prefix }) => isIn(from, prefix))
    const own = this.stack.own.find(({ port }) => port === this.#external)
    const address = within && (within.to ?? own?.address)
    if (address === undefined || from === own?.address) return null
    if (fromPort === null) return { address, port: null }
    return this.#mappings.outside(protocol, { address: from, port: fromPort }, address) ?? 'full'
  }

  comesIn(port: string, packet: Packet): Packet | null {
    if (port !== this.#external) return packet
    const about = toldOf(packet)
    if (about) return this.#tellsIn(packet, about)
    const { protocol, to, toPort } = flowOf(packet)
    const side = this.#sideInside(protocol, to, toPort)
    if (!side) return packet
    this.stack.link.note(port, () => `${addressText(to)} is ${sideText(side)} inside`)
    const inside = rewritten(packet, 'to', side)
    this.#answers.set(flowKey(turned(flowOf(inside))), { address: to, port: toPort })
    return inside
  }

  #sideInside(protocol: number, to: Address, toPort: number | null): Side | null {
    const fixed = this.#toInside.get(to)
    if (fixed !== undefined) return { address: fixed, port: null }
    return toPort === null ? null : this.#mappings.inside(protocol, { address: to, port: toPort })
  }

  /** Somebody outside tells what became of a packet that went out. */
  #tellsIn(packet: Packet, about: Packet): Packet {
    const { protocol, from, fromPort } = flowOf(about)
    const side = this.#sideInside(protocol, from, fromPort)
    return side ? rewritten(rewrittenAbout(packet, 'from', side), 'to', { ...side, port: null }) : packet
  }

  /** Somebody inside tells what became of a packet that came in. */
  #tellsOut(packet: Packet, about: Packet): Packet {
    const side = this.#answers.get(flowKey(turned(flowOf(about))))
    if (!side) return packet
    return rewritten(rewrittenAbout(packet, 'to', side), 'from', { ...side, port: null })
  }
}

const sideText = ({ address, port }: Side): string => `${addressText(address)}${port === null ? '' : ` port ${port}`}`
