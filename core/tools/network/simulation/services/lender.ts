import {
  addressText,
  broadcastOf,
  hardwareText,
  isIn,
  prefixText,
  readAddress,
  readPrefix,
} from '../../../../ground/addresses/ipv4'
import type { Address, HardwareAddress, Prefix } from '../../../../ground/addresses/ipv4'
import { sure } from '../../../../ground/sure'
import { PORTS, readLending, writeLending } from '../../frames/dhcp'
import type { Lending, MessageKind } from '../../frames/dhcp'
import type { Settings } from '../../settings/paths'
import { isInRange, readRanges } from '../../settings/ranges'
import type { Range } from '../../settings/ranges'
import { toldBy } from '../../settings/told'
import type { Device } from '../../site'
import { EVERYONE } from '../stack'
import type { Stack } from '../stack'
import type { Datagrams, Received } from '../datagrams'

const TO_CLIENT = { fromPort: PORTS.server, toPort: PORTS.client } as const

interface Pool {
  prefix: Prefix
  ranges: readonly Range[]
  excluded: readonly Range[]
  router: Address | undefined
  resolver: Address | undefined
  seconds: number
}

interface Lease {
  client: HardwareAddress
  address: Address
  /** Whether it was taken, or only offered. */
  taken: boolean
}

function poolsOf(device: Device, settings: Settings): Pool[] {
  const of = (leaf: string): ReadonlyMap<string, string> => toldBy(device, settings, `dhcp/pools/<prefix>/${leaf}`)
  const [excluded, routers, resolvers, times] = [of('excluded'), of('router'), of('resolver'), of('lease-time')]
  const address = (text: string | undefined): Address | undefined => readAddress(text ?? '') ?? undefined
  return [...of('range')].map(([prefix, range]) => ({
    prefix: sure(readPrefix(prefix)),
    ranges: readRanges(range) ?? [],
    excluded: readRanges(excluded.get(prefix) ?? '') ?? [],
    router: address(routers.get(prefix)),
    resolver: address(resolvers.get(prefix)),
    seconds: Number(times.get(prefix) ?? 86_400),
  }))
}

/** Lends addresses (RFC 2131, 4.3). */
export class Lender {
  readonly #pools: readonly Pool[]
  readonly #reserved: ReadonlyMap<string, string>
  readonly #leases: Lease[] = []

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
  ) {
    this.#pools = poolsOf(device, settings)
    this.#reserved = toldBy(device, settings, 'dhcp/reservations/<hardware>')
  }

  get isUsed(): boolean {
    return this.#pools.length > 0
  }

  get table(): string[][] {
    return this.#leases
      .filter(({ taken }) => taken)
      .map(({ client, address }) => [addressText(address), hardwareText(client)])
  }

  /** Takes a message that was sent to its port. */
  take(received: Received): void {
    const asked = readLending(received.data)
    if (!asked || (asked.kind !== 'discover' && asked.kind !== 'request')) return
    const own = this.stack.own.find(({ port }) => port === received.port)
    if (!own) return
    if (asked.server !== undefined && asked.server !== own.address && !this.stack.isMine(asked.server)) return
    const near = asked.relay === 0 ? own.address : asked.relay
    const pool = this.#pools.find(({ prefix }) => isIn(near, prefix))
    const who = hardwareText(asked.client)
    if (!pool) {
      this.stack.link.note(received.port, () => `${who} asks for an address in a network that it lends none in`)
      return
    }
    const address = this.#addressFor(asked.client, pool)
    if (address === null) {
      this.stack.link.note(
        received.port,
        () => `${who} asks for an address, and none is left in ${prefixText(pool.prefix)}`,
      )
      this.stack.log('error', 'dhcp', `none left in ${prefixText(pool.prefix)} for ${who}`)
      return
    }
    const takes = asked.kind === 'request'
    if (takes && asked.wanted !== address) {
      this.#answer(received, asked, 'refuse', own.address, 0, pool)
      return
    }
    if (takes) this.stack.log('info', 'dhcp', `lends ${addressText(address)} to ${who}`)
    this.#remember({ client: asked.client, address, taken: takes })
    const verb = takes ? 'lends' : 'offers'
    this.stack.link.note(received.port, () => `${verb} ${addressText(address)} to ${who}`)
    this.#answer(received, asked, takes ? 'acknowledge' : 'offer', own.address, address, pool)
  }

  #remember(lease: Lease): void {
    const at = this.#leases.findIndex(({ client, address }) => client === lease.client && address === lease.address)
    if (at < 0) this.#leases.push(lease)
    else this.#leases[at] = { ...lease, taken: lease.taken || sure(this.#leases[at]).taken }
  }

  /** The address that one has, or that is kept for it, or the first that is free. */
  #addressFor(client: HardwareAddress, { prefix, ranges, excluded }: Pool): Address | null {
    const known = this.#leases.find(one => one.client === client && isIn(one.address, prefix))
    if (known) return known.address
    const kept = readAddress(this.#reserved.get(hardwareText(client)) ?? '')
    if (kept !== null && isIn(kept, prefix)) return kept
    const reserved = new Set([...this.#reserved.values()].map(readAddress))
    const lent = new Set(this.#leases.map(({ address }) => address))
    const own = new Set(this.stack.own.map(({ address }) => address))
    for (const { first, last } of ranges)
      for (let address = first; address <= last; address += 1) {
        if (!isIn(address, prefix) || address === prefix.network || address === broadcastOf(prefix)) break
        const free = !lent.has(address) && !own.has(address) && !reserved.has(address)
        if (free && !excluded.some(range => isInRange(address, range))) return address
      }
    return null
  }

  #answer(
    { port }: Received,
    asked: Lending,
    kind: MessageKind,
    server: Address,
    yours: Address,
    { prefix, router, resolver, seconds }: Pool,
  ): void {
    const given = kind === 'refuse' ? {} : { bits: prefix.bits, router, resolver, seconds }
    const { transaction, client, relay } = asked
    const data = writeLending({ kind, transaction, hops: 0, yours, relay, client, server, ...given })
    if (relay === 0) this.datagrams.shout(port, { from: server }, { ...TO_CLIENT, data })
    else this.datagrams.send(relay, PORTS.server, PORTS.server, data)
  }
}

/** Hands requests for an address on to a server elsewhere, and its answers back (RFC 1542, 4.1). */
export class Relay {
  readonly #servers: ReadonlyMap<string, Address>

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
  ) {
    const servers = toldBy(device, settings, 'interfaces/<routed>/ipv4/dhcp-relay')
    this.#servers = new Map([...servers].map(([port, server]) => [port, sure(readAddress(server))]))
  }

  get isUsed(): boolean {
    return this.#servers.size > 0
  }

  /** Takes a message that was sent to the server’s port; false where it isn’t for the relay. */
  take({ port, to, data }: Received): boolean {
    const message = readLending(data)
    if (!message) return false
    if (message.kind === 'discover' || message.kind === 'request') {
      const server = this.#servers.get(port)
      const own = this.stack.own.find(one => one.port === port)
      if (server === undefined || !own || to !== EVERYONE || message.relay !== 0) return false
      this.stack.link.note(
        port,
        () => `hands the request of ${hardwareText(message.client)} on to ${addressText(server)}`,
      )
      const handed = writeLending({ ...message, hops: message.hops + 1, relay: own.address })
      this.datagrams.send(server, PORTS.server, PORTS.server, handed)
      return true
    }
    const back = this.stack.own.find(({ address }) => address === message.relay)
    if (!back) return false
    this.stack.link.note(back.port, () => `hands the answer on to ${hardwareText(message.client)}`)
    this.datagrams.shout(back.port, { from: back.address }, { ...TO_CLIENT, data })
    return true
  }
}
