import { addressText } from '../../../../ground/addresses/ipv4'
import { DIRECTORY_PORT, readRequest, writeVerdict } from '../../frames/radius'
import type { Settings } from '../../settings/paths'
import { toldBy } from '../../settings/told'
import type { Device } from '../../site'
import type { Datagrams, Received } from '../datagrams'
import type { Stack } from '../stack'

/** Knows users, and tells those who may ask whether one may come in (RFC 2865). */
export class Directory {
  readonly #users: ReadonlyMap<string, string>
  readonly #clients: ReadonlyMap<string, string>

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
  ) {
    this.#users = toldBy(device, settings, 'directory/users/<user>')
    this.#clients = toldBy(device, settings, 'directory/clients/<address>')
  }

  get isUsed(): boolean {
    return this.#users.size > 0 || this.#clients.size > 0
  }

  start(): void {
    this.datagrams.open(DIRECTORY_PORT, received => {
      this.#take(received)
    })
  }

  #take(received: Received): void {
    const asker = addressText(received.from)
    const secret = this.#clients.get(asker)
    if (secret === undefined) {
      this.stack.link.note(received.port, () => `doesn’t know ${asker} as somebody who may ask: dropped`)
      return
    }
    const request = readRequest(received.data, secret)
    if (!request) return
    const known = this.#users.get(request.user)
    const verdict = known !== undefined && known === request.password ? 'accept' : 'reject'
    this.stack.link.note(received.port, () =>
      verdict === 'accept'
        ? `lets ${request.user} in`
        : `refuses ${known === undefined ? 'somebody unknown' : 'a wrong password'}`,
    )
    this.datagrams.answer(received, DIRECTORY_PORT, writeVerdict(verdict, request, secret))
  }
}
