import { addressText } from '../../../../ground/addresses/ipv4'
import type { Address, HardwareAddress } from '../../../../ground/addresses/ipv4'
import { PORTS, readLending, writeLending } from '../../frames/dhcp'
import type { Lending } from '../../frames/dhcp'
import type { Datagrams, Received } from '../datagrams'
import { directRoute, PREFERENCES } from '../routes'
import type { Stack } from '../stack'

/** After so long it is asked again, twice as long each time (RFC 2131, 4.1). */
const AGAIN_US = 4_000_000
const TRIES = 3

/** What an interface got. */
export interface Borrowed {
  port: string
  address: Address
  bits: number
  server: Address
  resolver: Address | null
}

/** Asks for an address on an interface (RFC 2131, 4.4). */
export class Borrower {
  #got: Borrowed | null = null
  #offered = false
  readonly #transaction: number

  constructor(
    private readonly port: string,
    private readonly hardware: HardwareAddress,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
  ) {
    this.#transaction = hardware % 2 ** 32
  }

  get got(): Borrowed | null {
    return this.#got
  }

  start(): void {
    this.#ask(1)
  }

  #ask(tries: number): void {
    if (this.#got || tries > TRIES) {
      if (!this.#got) this.stack.link.note(this.port, () => 'asked for an address, and nobody lent one')
      return
    }
    this.#offered = false
    this.#say({ kind: 'discover' })
    this.stack.link.after(AGAIN_US * 2 ** (tries - 1), () => {
      this.#ask(tries + 1)
    })
  }

  #say(message: Pick<Lending, 'kind' | 'server' | 'wanted'>): void {
    const whole = { transaction: this.#transaction, hops: 0, yours: 0, relay: 0, client: this.hardware, ...message }
    const ports = { fromPort: PORTS.client, toPort: PORTS.server }
    this.datagrams.shout(this.port, { from: 0 }, { ...ports, data: writeLending(whole) })
  }

  /** Takes a message that was sent to its port. */
  take({ data }: Received): void {
    const message = readLending(data)
    if (!message || message.client !== this.hardware || message.transaction !== this.#transaction) return
    if (message.kind === 'offer' && !this.#offered) {
      this.#offered = true
      this.#say({ kind: 'request', server: message.server, wanted: message.yours })
    } else if (message.kind === 'acknowledge' && !this.#got) this.#take(message)
  }

  #take({ yours, bits = 24, server = 0, router, resolver }: Lending): void {
    this.#got = { port: this.port, address: yours, bits, server, resolver: resolver ?? null }
    this.stack.link.note(this.port, () => `has got ${addressText(yours)} from ${addressText(server)}`)
    this.stack.take(this.port, { address: yours, bits })
    if (router === undefined) return
    const everywhere = directRoute({ network: 0, bits: 0 }, this.port)
    this.stack.learn(`dhcp ${this.port}`, [{ ...everywhere, port: null, by: router, preference: PREFERENCES.set }])
  }
}
