import { addressText, readAddress } from '../../../../ground/addresses/ipv4'
import type { Address } from '../../../../ground/addresses/ipv4'
import { readAddress6 } from '../../../../ground/addresses/ipv6'
import { sure } from '../../../../ground/sure'
import { NAME_PORT, RECORD_KINDS, readNameMessage, writeNameMessage } from '../../frames/dns'
import type { Code, NameMessage, NameRecord, RecordKind } from '../../frames/dns'
import type { Settings } from '../../settings/paths'
import { told } from '../../settings/told'
import type { Device } from '../../site'
import type { Datagrams, Received } from '../datagrams'
import type { Stack } from '../stack'

/** So many other names are followed for one. */
const MOST_ALIASES = 8
/** Questions are handed on from here, so that answers are told apart. */
const FORWARDING_PORT = 5353

const recordOf = (name: string, kind: RecordKind, value: string): NameRecord => {
  if (kind === 'a') return { name, kind, address: sure(readAddress(value)) }
  if (kind === 'aaaa') return { name, kind, address: sure(readAddress6(value)) }
  if (kind !== 'mx') return { name, kind, other: value }
  const [preference = '10', other = ''] = value.split(' ')
  return { name, kind, preference: Number(preference), other }
}

/** Answers for names: of its own zones, or by asking another server (RFC 1035). */
export class NameServer {
  readonly #zones = new Set<string>()
  readonly #records: NameRecord[] = []
  readonly #forwarder: Address | null
  readonly #handedOn = new Map<number, { received: Received; asked: NameMessage }>()
  #numbers = 0

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
  ) {
    for (const kind of RECORD_KINDS)
      for (const { at, value } of told(device, settings, `dns/zones/<zone>/<label>/${kind}`)) {
        const [zone, label] = [sure(at[0]), sure(at[1])]
        this.#zones.add(zone)
        this.#records.push(recordOf(label === '@' ? zone : `${label}.${zone}`, kind, value))
      }
    this.#forwarder = readAddress(told(device, settings, 'dns/forwarder')[0]?.value ?? '')
  }

  get isUsed(): boolean {
    return this.#zones.size > 0 || this.#forwarder !== null
  }

  start(): void {
    this.datagrams.open(NAME_PORT, received => {
      this.#take(received)
    })
    if (this.#forwarder === null) return
    this.datagrams.open(FORWARDING_PORT, received => {
      this.#back(received)
    })
  }

  #take(received: Received): void {
    const asked = readNameMessage(received.data)
    if (!asked || asked.answer) return
    const { link } = this.stack
    const who = addressText(received.from)
    if (this.#isOwn(asked.name)) {
      const records = this.#found(asked.name, asked.kind)
      const known = records.length > 0 || this.#records.some(({ name }) => name === asked.name)
      link.note(
        received.port,
        () => `is asked by ${who} for ${asked.name}: ${known ? 'answers' : 'knows no such name'}`,
      )
      this.#answer(received, asked, known ? 'found' : 'unknown', records, true)
      return
    }
    if (this.#forwarder === null) {
      link.note(received.port, () => `is asked by ${who} for ${asked.name}, which is in no zone of its: refuses`)
      this.#answer(received, asked, 'refused', [], false)
      return
    }
    const forwarder = this.#forwarder
    link.note(received.port, () => `has ${asked.name} in no zone of its: asks ${addressText(forwarder)}`)
    this.#numbers = (this.#numbers + 1) % 65_536
    this.#handedOn.set(this.#numbers, { received, asked })
    const question = writeNameMessage({ ...asked, identifier: this.#numbers })
    if (!this.datagrams.send(forwarder, FORWARDING_PORT, NAME_PORT, question))
      this.#answer(received, asked, 'failed', [], false)
  }

  #back({ data }: Received): void {
    const message = readNameMessage(data)
    const handed = message && this.#handedOn.get(message.identifier)
    if (!handed) return
    this.#handedOn.delete(message.identifier)
    this.#answer(handed.received, handed.asked, message.code, message.records, false)
  }

  #isOwn(name: string): boolean {
    return [...this.#zones].some(zone => name === zone || name.endsWith(`.${zone}`))
  }

  /** The records for a name, with the other names by which they are found. */
  #found(asked: string, kind: RecordKind): NameRecord[] {
    const found: NameRecord[] = []
    let name = asked
    for (let followed = 0; followed < MOST_ALIASES; followed += 1) {
      const direct = this.#records.filter(one => one.name === name && one.kind === kind)
      if (direct.length > 0) return [...found, ...direct]
      const alias = this.#records.find(one => one.name === name && one.kind === 'cname')
      if (alias?.kind !== 'cname') return found
      found.push(alias)
      name = alias.other
    }
    return found
  }

  #answer(
    received: Received,
    { identifier, name, kind }: NameMessage,
    code: Code,
    records: readonly NameRecord[],
    authoritative: boolean,
  ): void {
    const answer = { identifier, answer: true, authoritative, code, name, kind, records }
    this.datagrams.answer(received, NAME_PORT, writeNameMessage(answer))
  }
}
