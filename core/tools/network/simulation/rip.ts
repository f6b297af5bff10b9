import { addressText, prefixText } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { MOST_ENTRIES, NOWHERE, readRip, RIP_GROUP, RIP_PORT, writeRip } from '../frames/rip'
import type { RipEntry } from '../frames/rip'
import { networkAt } from '../settings/checking'
import type { OwnAddress } from '../settings/checking'
import type { Settings } from '../settings/paths'
import { told, toldBy } from '../settings/told'
import type { Device } from '../site'
import type { Datagrams, Received } from './datagrams'
import { SECOND_US } from './node'
import { PREFERENCES } from './routes'
import type { Stack } from './stack'

/** All that is known is said so often, and news after a moment (RFC 2453, 3.8 and 3.10.1). */
const AGAIN_US = 30 * SECOND_US
const SOON_US = SECOND_US

interface Heard extends RipEntry {
  port: string
  by: Address
}

/** The part of a router that tells its neighbours how far it is to where, and believes theirs (RFC 2453). */
export class RipRouter {
  readonly #ports: ReadonlySet<string>
  readonly #costs: ReadonlyMap<string, string>
  readonly #passive: ReadonlyMap<string, string>
  readonly #heard = new Map<string, Heard>()
  #saying = false

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
  ) {
    const of = (leaf: string): string => `routing/rip/interfaces/<routed>/${leaf}`
    const taking = told(device, settings, of('enabled')).filter(({ value }) => value === 'true')
    this.#ports = new Set(taking.map(({ at }) => sure(at[0])))
    this.#costs = toldBy(device, settings, of('cost'))
    this.#passive = toldBy(device, settings, of('passive'))
  }

  get isUsed(): boolean {
    return this.#ports.size > 0
  }

  /** What it has heard of, how far that is, and from whom. */
  get table(): string[][] {
    return [...this.#heard.values()].map(({ port, by, cost, ...prefix }) => [
      prefixText(prefix),
      cost >= NOWHERE ? 'nowhere' : `${cost} hops`,
      `from ${addressText(by)} on ${port}`,
    ])
  }

  get #own(): OwnAddress[] {
    return this.stack.own.filter(({ port }) => this.#ports.has(port) && this.stack.link.isUp(port))
  }

  start(): void {
    this.datagrams.open(RIP_PORT, received => {
      this.#take(received)
    })
    for (const own of this.#speaking) this.#send(own, writeRip({ kind: 'request', entries: [] }))
    this.#again()
  }

  get #speaking(): OwnAddress[] {
    return this.#own.filter(({ port }) => this.#passive.get(port) !== 'true')
  }

  #again(): void {
    this.#sayAll()
    this.stack.link.after(AGAIN_US, () => {
      this.#again()
    })
  }

  #sayAll(): void {
    for (const own of this.#speaking) {
      const entries = this.#entriesFor(own.port)
      for (let at = 0; at < entries.length; at += MOST_ENTRIES)
        this.#send(own, writeRip({ kind: 'response', entries: entries.slice(at, at + MOST_ENTRIES) }))
    }
  }

  /** What is said on a port: what was heard there is nowhere by this router (split horizon, RFC 2453, 3.4.3). */
  #entriesFor(port: string): RipEntry[] {
    const own = this.#own.map(one => ({ ...networkAt(one), cost: 1 }))
    const heard = [...this.#heard.values()].map(({ network, bits, cost, port: from }) => ({
      network,
      bits,
      cost: from === port ? NOWHERE : cost,
    }))
    return [...own, ...heard]
  }

  #send({ port, address }: OwnAddress, data: Uint8Array): void {
    this.datagrams.shout(port, { from: address, to: RIP_GROUP }, { fromPort: RIP_PORT, toPort: RIP_PORT, data }, 1)
  }

  #take({ port, from, data }: Received): void {
    const message = readRip(data)
    if (!message || !this.#ports.has(port) || this.stack.own.some(({ address }) => address === from)) return
    if (message.kind === 'request') {
      this.#saySoon()
      return
    }
    const cost = Number(this.#costs.get(port) ?? 1)
    const news = message.entries.filter(entry =>
      this.#believes({ ...entry, cost: Math.min(NOWHERE, entry.cost + cost), port, by: from }),
    )
    if (news.length === 0) return
    this.#learn()
    this.#saySoon()
  }

  /** Takes what is new, nearer, or said by who said it before (RFC 2453, 3.9.2). */
  #believes(entry: Heard): boolean {
    const key = prefixText(entry)
    if (this.#own.some(one => prefixText(networkAt(one)) === key)) return false
    const known = this.#heard.get(key)
    if (!known && entry.cost >= NOWHERE) return false
    const same = known?.by === entry.by
    if (known && ((same && known.cost === entry.cost) || (!same && entry.cost >= known.cost))) return false
    this.#heard.set(key, entry)
    return true
  }

  #learn(): void {
    const reached = [...this.#heard.values()].filter(({ cost }) => cost < NOWHERE)
    const routes = reached.map(({ network, bits, by, cost }) => ({
      network,
      bits,
      port: null,
      by,
      preference: PREFERENCES.rip,
      cost,
    }))
    this.stack.learn('rip', routes)
  }

  #saySoon(): void {
    if (this.#saying) return
    this.#saying = true
    this.stack.link.after(SOON_US, () => {
      this.#saying = false
      this.#sayAll()
    })
  }
}
