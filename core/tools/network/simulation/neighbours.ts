import { addressText, ALL_HARDWARE, hardwareText } from '../../../ground/addresses/ipv4'
import type { Address, HardwareAddress } from '../../../ground/addresses/ipv4'
import { readArp, writeArp } from '../frames/arp'
import type { Arp } from '../frames/arp'
import { CARRIES, writeFrame } from '../frames/ethernet'
import type { Link } from './node'

/** So often, and so far apart, somebody is asked for before nobody answers (RFC 1122, 2.3.2.1). */
const TRIES = 3
const BETWEEN_US = 1_000_000
/** How long an answer is remembered. */
const KNOWN_US = 300_000_000

/** What waits until it is known where somebody is. */
export interface Waiting {
  send(hardware: HardwareAddress): void
  /** Nobody said that they are it. */
  giveUp(): void
}

interface Neighbour {
  hardware: HardwareAddress | null
  until: number
  waiting: Waiting[]
  tries: number
}

/** What is known of an interface when somebody asks on it. */
export interface Resident {
  /** Whether this device answers for an address on a port. */
  isFor(port: string, address: Address): boolean
  /** Whether an interface of its alone has an address. */
  isOwn(port: string, address: Address): boolean
  /** The hardware address that it has for an address of its own. */
  hardwareFor(port: string, address: Address): HardwareAddress
  /** The address from which it asks on a port for another; 0 where it has none. */
  addressOn(port: string, towards: Address): Address
  /** Takes what is worth being written down. */
  logs(words: string): void
}

/** Who is on the wire, and by which hardware address (RFC 826). */
export class Neighbours {
  readonly #known = new Map<Address, Neighbour>()
  /** Who else has an address of this device. */
  readonly #rivals = new Map<Address, HardwareAddress>()

  constructor(
    private readonly link: Link,
    private readonly resident: Resident,
  ) {}

  get table(): { address: string; hardware: string }[] {
    return [...this.#known].flatMap(([address, { hardware, until }]) =>
      hardware === null || until <= this.link.now
        ? []
        : [{ address: addressText(address), hardware: hardwareText(hardware) }],
    )
  }

  /** The addresses of its own that somebody else has, too, and who that is. */
  get conflicts(): { address: string; hardware: string }[] {
    return [...this.#rivals].map(([address, hardware]) => ({
      address: addressText(address),
      hardware: hardwareText(hardware),
    }))
  }

  /** The hardware address of somebody; null where that isn’t known, or was long ago. */
  hardwareOf(address: Address): HardwareAddress | null {
    const known = this.#known.get(address)
    return known && known.until > this.link.now ? known.hardware : null
  }

  /** Asks everyone on the wire who has an address, and keeps what waits for that. `why`: why it is asked. */
  find(port: string, address: Address, waiting: Waiting, why: () => string): void {
    const known = this.#known.get(address)
    const sought: Neighbour = known?.hardware === null ? known : { hardware: null, until: 0, waiting: [], tries: 0 }
    sought.waiting.push(waiting)
    this.#known.set(address, sought)
    if (sought.tries > 0) return
    this.link.note(port, () => `${why()}: asks who that is`)
    this.#seek(port, address, sought)
  }

  /** Again and again, until somebody says so or it was asked often enough. */
  #seek(port: string, address: Address, sought: Neighbour): void {
    if (this.#known.get(address) !== sought) return
    if (sought.tries >= TRIES) {
      this.#known.delete(address)
      this.link.note(port, () => `nobody is ${addressText(address)}: dropped`)
      for (const one of sought.waiting) one.giveUp()
      return
    }
    sought.tries += 1
    this.#send(port, ALL_HARDWARE, {
      kind: 'request',
      fromHardware: this.link.hardware(port),
      from: this.resident.addressOn(port, address),
      toHardware: 0,
      to: address,
    })
    this.link.after(BETWEEN_US, () => {
      this.#seek(port, address, sought)
    })
  }

  /** Tells everyone on the wire who has an address now (RFC 5227, 1.1: an announcement). */
  announce(port: string, address: Address): void {
    const hardware = this.resident.hardwareFor(port, address)
    this.#send(port, ALL_HARDWARE, {
      kind: 'request',
      fromHardware: hardware,
      from: address,
      toHardware: 0,
      to: address,
    })
  }

  receive(port: string, payload: Uint8Array): void {
    const arp = readArp(payload)
    if (!arp) return
    this.#compare(port, arp)
    const asked = this.resident.isFor(port, arp.to)
    // Who asks or answers is remembered by those who know it, and by those who are meant (RFC 826).
    if (this.#known.has(arp.from) || asked) this.#learn(arp)
    if (arp.kind === 'reply') return
    if (!asked) {
      this.link.note(port, () => `isn’t ${addressText(arp.to)}: dropped`)
      return
    }
    this.link.note(port, () => `is ${addressText(arp.to)}, and says so to ${addressText(arp.from)}`)
    this.#send(port, arp.fromHardware, {
      kind: 'reply',
      fromHardware: this.resident.hardwareFor(port, arp.to),
      from: arp.to,
      toHardware: arp.fromHardware,
      to: arp.from,
    })
  }

  /** Whoever speaks from an address of this device is a rival for it (RFC 5227, 2.4). */
  #compare(port: string, { from, fromHardware }: Arp): void {
    if (fromHardware === this.link.hardware(port) || !this.resident.isOwn(port, from)) return
    if (this.#rivals.get(from) !== fromHardware)
      this.resident.logs(`${hardwareText(fromHardware)} is ${addressText(from)}, too`)
    this.#rivals.set(from, fromHardware)
    this.link.note(port, () => `is ${addressText(from)} itself, and hears that ${hardwareText(fromHardware)} is, too`)
  }

  #send(port: string, to: HardwareAddress, arp: Arp): void {
    const payload = writeArp(arp)
    // What is said of a shared address comes from its hardware address, so that switches learn where that is.
    this.link.send(port, writeFrame({ to, from: arp.fromHardware, carries: CARRIES.arp, payload }))
  }

  #learn({ from, fromHardware }: Arp): void {
    if (from === 0) return
    const waiting = this.#known.get(from)?.waiting ?? []
    this.#known.set(from, { hardware: fromHardware, until: this.link.now + KNOWN_US, waiting: [], tries: 0 })
    for (const one of waiting) one.send(fromHardware)
  }
}
