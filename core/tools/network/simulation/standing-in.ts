import { addressText, readAddress } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { PROTOCOLS } from '../frames/ipv4'
import { hardwareOfGroup, readAdvertisement, VRRP_GROUP, VRRP_LIFE, writeAdvertisement } from '../frames/vrrp'
import type { Settings } from '../settings/paths'
import { told } from '../settings/told'
import type { Device } from '../site'
import { SECOND_US } from './node'
import type { Stack } from './stack'

/** The priority of the router whose own address it is (RFC 5798, 5.2.4). */
const OWNER = 255

interface Group {
  port: string
  number: number
  address: Address
  priority: number
  has: boolean
  /** Until then it hears that another one has it. */
  until: number
}

/** Routers that have one address together: one of them has it, the others take it over when they no longer hear it. */
export class StandingIn {
  readonly #groups: readonly Group[]

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
  ) {
    const of = (leaf: string): Map<string, string> =>
      new Map(
        told(device, settings, `vrrp/interfaces/<routed>/<group>/${leaf}`).map(({ at, value }) => [
          at.join(' '),
          value,
        ]),
      )
    const priorities = of('priority')
    this.#groups = [...of('virtual-address')].map(([key, value]) => {
      const [port, number] = key.split(' ')
      const address = sure(readAddress(value))
      const owns = stack.own.some(own => own.port === port && own.address === address)
      const priority = owns ? OWNER : Number(priorities.get(key) ?? 100)
      return { port: sure(port), number: Number(number), address, priority, has: false, until: 0 }
    })
  }

  get isUsed(): boolean {
    return this.#groups.length > 0
  }

  /** Who has which address: this router, or another. */
  get table(): string[][] {
    return this.#groups.map(({ port, number, address, has }) => [
      `group ${number}`,
      port,
      addressText(address),
      has ? 'has it' : 'stands by',
    ])
  }

  start(): void {
    this.stack.receivers.set(PROTOCOLS.vrrp, (port, { from, payload, timeToLive }) => {
      if (timeToLive === VRRP_LIFE) this.#hear(port, from, payload)
    })
    for (const group of this.#groups) {
      if (group.priority === OWNER) this.#take(group)
      else this.#wait(group)
    }
  }

  /** Three seconds, and a little less the larger the priority is (RFC 5798, 6.1). */
  #patience({ priority }: Group): number {
    return 3 * SECOND_US + Math.floor(((256 - priority) * SECOND_US) / 256)
  }

  #wait(group: Group): void {
    group.until = this.stack.link.now + this.#patience(group)
    this.#watch(group)
  }

  #watch(group: Group): void {
    const { until } = group
    this.stack.link.after(until - this.stack.link.now, () => {
      if (!group.has && group.until === until) this.#take(group)
    })
  }

  #take(group: Group): void {
    if (!this.stack.link.isUp(group.port)) return
    group.has = true
    this.#log(group, 'has')
    this.stack.shares(group.port, group.address, hardwareOfGroup(group.number))
    this.#say(group)
  }

  #log({ address, number }: Group, does: string): void {
    this.stack.log('notice', 'vrrp', `${does} ${addressText(address)} of group ${number}`)
  }

  #say(group: Group): void {
    if (!group.has) return
    const { port, number, priority, address } = group
    const from = this.stack.own.find(one => one.port === port)?.address
    if (from === undefined) return
    const payload = writeAdvertisement({ group: number, priority, addresses: [address] }, from)
    const packet = this.stack.made(VRRP_GROUP, PROTOCOLS.vrrp, payload, from, VRRP_LIFE)
    this.stack.sendOut(port, packet, hardwareOfGroup(number))
    this.stack.link.after(SECOND_US, () => {
      this.#say(group)
    })
  }

  #hear(port: string, from: Address, payload: Uint8Array): void {
    const said = readAdvertisement(payload, from)
    const group = this.#groups.find(one => one.port === port && one.number === said?.group)
    if (!said || !group) return
    if (!said.addresses.includes(group.address)) {
      this.stack.link.note(port, () => `hears ${addressText(from)} of group ${group.number} with another address`)
      return
    }
    const own = this.stack.own.find(one => one.port === port)?.address ?? 0
    const isBetter = said.priority > group.priority || (said.priority === group.priority && from > own)
    if (group.has && isBetter) {
      group.has = false
      this.#log(group, 'gives up')
      this.stack.shares(port, group.address, null)
      this.#wait(group)
    } else if (!group.has && (isBetter || said.priority === group.priority)) this.#wait(group)
  }
}
