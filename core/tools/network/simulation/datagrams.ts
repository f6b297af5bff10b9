import type { Address } from '../../../ground/addresses/ipv4'
import { PROTOCOLS } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'
import { readDatagram, writeDatagram } from '../frames/udp'
import type { Datagram } from '../frames/udp'
import { EVERYONE } from './stack'
import type { Stack } from './stack'

/** A datagram that came to this device. */
export interface Received {
  /** The interface by which it came. */
  port: string
  from: Address
  fromPort: number
  /** Where it was sent to: an address of this device, or everyone. */
  to: Address
  data: Uint8Array
}

/** What of a device sends and takes datagrams (RFC 768). */
export class Datagrams {
  readonly #open = new Map<number, (received: Received) => void>()

  constructor(private readonly stack: Stack) {
    stack.receivers.set(PROTOCOLS.udp, (port, packet) => {
      this.#receive(port, packet)
    })
  }

  /** Takes what is sent to a port from now on. */
  open(port: number, take: (received: Received) => void): void {
    this.#open.set(port, take)
  }

  close(port: number): void {
    this.#open.delete(port)
  }

  isOpen(port: number): boolean {
    return this.#open.has(port)
  }

  /** False where there is no way, or no address to send from. */
  send(to: Address, fromPort: number, toPort: number, data: Uint8Array): boolean {
    return this.stack.sendTo(to, PROTOCOLS.udp, from => writeDatagram({ fromPort, toPort, data }, from, to))
  }

  /** Answers from the address to which something was sent. */
  answer({ from, fromPort, to }: Received, ownPort: number, data: Uint8Array): void {
    const source = to === EVERYONE ? this.stack.sourceFor(from) : to
    if (source === null) return
    const payload = writeDatagram({ fromPort: ownPort, toPort: fromPort, data }, source, from)
    this.stack.send(this.stack.made(from, PROTOCOLS.udp, payload, source))
  }

  /** Sends to everyone, or to a group, on the wire of an interface. */
  shout(
    port: string,
    { from, to = EVERYONE }: { from: Address; to?: Address },
    datagram: Datagram,
    timeToLive?: number,
  ): void {
    const payload = writeDatagram(datagram, from, to)
    this.stack.sendOut(port, this.stack.made(to, PROTOCOLS.udp, payload, from, timeToLive))
  }

  #receive(port: string, packet: Packet): void {
    const datagram = readDatagram(packet.payload, packet.from, packet.to)
    if (!datagram) return
    const take = this.#open.get(datagram.toPort)
    const { from, to } = packet
    if (take) take({ port, from, to, fromPort: datagram.fromPort, data: datagram.data })
    else if (this.stack.own.some(({ address }) => address === to)) {
      this.stack.link.note(port, () => `nothing listens on UDP port ${datagram.toPort}: told so`)
      this.stack.tell(packet, 'port')
    }
  }
}
