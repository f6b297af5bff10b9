import { ALL_HARDWARE, hardwareText, isGroup } from '../addresses'
import type { HardwareAddress } from '../addresses'
import { readFrame } from '../frames/ethernet'
import type { Node, Wires } from './node'

/** How long a switch remembers behind which port an address is (IEEE 802.1Q, 8.8.3: 300 s). */
const AGE_US = 300_000_000

/** A switch that learns behind which of its ports an address is. */
export class SwitchNode implements Node {
  readonly #learned = new Map<HardwareAddress, { port: string; until: number }>()

  constructor(
    private readonly name: string,
    private readonly ports: readonly string[],
    private readonly wires: Wires,
  ) {}

  /** Behind which ports addresses are, as far as that is known. */
  get table(): { address: string; port: string }[] {
    return [...this.#learned]
      .filter(([, { until }]) => until > this.wires.now)
      .map(([address, { port }]) => ({ address: hardwareText(address), port }))
  }

  receive(port: string, bytes: Uint8Array): void {
    const { to, from } = readFrame(bytes)
    if (!isGroup(from)) this.#learned.set(from, { port, until: this.wires.now + AGE_US })
    const known = isGroup(to) ? undefined : this.#learned.get(to)
    if (known && known.until > this.wires.now) {
      if (known.port === port) {
        this.wires.note(this.name, port, () => `knows ${hardwareText(to)} on the port it came from: dropped`)
        return
      }
      this.wires.note(this.name, port, () => `knows ${hardwareText(to)} behind ${known.port}`)
      this.wires.send(this.name, known.port, bytes)
      return
    }
    const others = this.ports.filter(one => one !== port && this.wires.isUp(this.name, one))
    const why = (): string => (to === ALL_HARDWARE ? 'to everyone' : `doesn’t know where ${hardwareText(to)} is`)
    this.wires.note(this.name, port, () => `${why()}: out of ${others.join(', ') || 'no port, since no other is up'}`)
    for (const one of others) this.wires.send(this.name, one, bytes)
  }
}
