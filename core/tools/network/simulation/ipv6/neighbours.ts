import { hardwareText } from '../../../../ground/addresses/ipv4'
import type { HardwareAddress } from '../../../../ground/addresses/ipv4'
import { address6Text, solicitedNode } from '../../../../ground/addresses/ipv6'
import type { Address6 } from '../../../../ground/addresses/ipv6'
import type { Icmp6 } from '../../frames/icmp6'
import type { Waiting } from '../neighbours'
import { SECOND_US } from '../node'
import type { Link } from '../node'

/** So often, and so far apart, somebody is asked for before nobody answers (RFC 4861, 10). */
const TRIES = 3
const BETWEEN_US = SECOND_US
/** How long an answer is remembered. */
const KNOWN_US = 300 * SECOND_US

interface Neighbour {
  port: string
  address: Address6
  hardware: HardwareAddress | null
  until: number
  waiting: Waiting[]
  tries: number
}

/** How a message to a neighbour is sent: to an address, from one that suits it. */
export type ToNeighbour = (port: string, to: Address6, message: Icmp6) => void

/** Who is on the wire, and by which hardware address (RFC 4861). */
export class Neighbours6 {
  readonly #known = new Map<string, Neighbour>()

  constructor(
    private readonly link: Link,
    private readonly send: ToNeighbour,
  ) {}

  get table(): { address: string; hardware: string; port: string }[] {
    return [...this.#known.values()].flatMap(({ port, address, hardware, until }) =>
      hardware === null || until <= this.link.now
        ? []
        : [{ address: address6Text(address), hardware: hardwareText(hardware), port }],
    )
  }

  hardwareOf(port: string, address: Address6): HardwareAddress | null {
    const known = this.#known.get(`${port} ${address}`)
    return known && known.until > this.link.now ? known.hardware : null
  }

  /** Asks on the wire who has an address, and keeps what waits for that. `why`: why it is asked. */
  find(port: string, address: Address6, waiting: Waiting, why: () => string): void {
    const key = `${port} ${address}`
    const known = this.#known.get(key)
    const sought: Neighbour =
      known?.hardware === null ? known : { port, address, hardware: null, until: 0, waiting: [], tries: 0 }
    sought.waiting.push(waiting)
    this.#known.set(key, sought)
    if (sought.tries > 0) return
    this.link.note(port, () => `${why()}: asks who that is`)
    this.#seek(sought)
  }

  #seek(sought: Neighbour): void {
    const { port, address } = sought
    const key = `${port} ${address}`
    if (this.#known.get(key) !== sought) return
    if (sought.tries >= TRIES) {
      this.#known.delete(key)
      this.link.note(port, () => `nobody is ${address6Text(address)}: dropped`)
      for (const one of sought.waiting) one.giveUp()
      return
    }
    sought.tries += 1
    const hardware = this.link.hardware(port)
    this.send(port, solicitedNode(address), { kind: 'neighbour-solicitation', target: address, hardware })
    this.link.after(BETWEEN_US, () => {
      this.#seek(sought)
    })
  }

  /** Learns where somebody is; `asked`: whether it is remembered though nobody here looked for it. */
  learn(port: string, address: Address6, hardware: HardwareAddress, asked: boolean): void {
    const key = `${port} ${address}`
    const known = this.#known.get(key)
    if (!known && !asked) return
    this.#known.set(key, {
      port,
      address,
      hardware,
      until: this.link.now + KNOWN_US,
      waiting: [],
      tries: 0,
    })
    for (const one of known?.waiting ?? []) one.send(hardware)
  }
}
