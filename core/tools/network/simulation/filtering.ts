import { addressText } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import type { Packet } from '../frames/ipv4'
import { PROTOCOLS } from '../frames/ipv4'
import type { Settings } from '../settings/paths'
import { fitsRule, readRule, ruleText } from '../settings/rules'
import type { Flow, Rule } from '../settings/rules'
import { told, toldBy } from '../settings/told'
import type { Device } from '../site'
import { answered, flowKey, flowOf } from './flows'
import type { Gate, Stack } from './stack'

/** For so long an answer is let back in after the last packet that went out (RFC 5382 asks for more, for TCP). */
const ANSWERED_US = 300_000_000

interface Counted {
  number: number
  rule: Rule
  count: number
}

interface Filter {
  name: string
  rules: readonly Counted[]
  /** Packets that no rule fitted. */
  rest: number
}

/** What of a device decides which packets come in and go out, by the first rule that fits. */
export class Filtering implements Gate {
  readonly #filters = new Map<string, Filter>()
  readonly #ingress: ReadonlyMap<string, string>
  readonly #egress: ReadonlyMap<string, string>
  /** What went out by an interface, and what came in: until when it is answered. */
  readonly #out = new Map<string, number>()
  readonly #in = new Map<string, number>()

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
  ) {
    for (const { at, value } of told(device, settings, 'acls/<filter>/aces/<rule>')) {
      const [name, number] = [sure(at[0]), Number(at[1])]
      const rules = this.#filters.get(name)?.rules ?? []
      const sorted = [...rules, { number, rule: sure(readRule(value)), count: 0 }].sort((a, b) => a.number - b.number)
      this.#filters.set(name, { name, rules: sorted, rest: 0 })
    }
    this.#ingress = toldBy(device, settings, 'interfaces/<routed>/acls/ingress')
    this.#egress = toldBy(device, settings, 'interfaces/<routed>/acls/egress')
  }

  /** Whether anything is filtered. */
  get isUsed(): boolean {
    return this.#ingress.size + this.#egress.size > 0
  }

  /** How often each rule fitted. */
  get table(): string[][] {
    return [...this.#filters.values()].flatMap(({ name, rules, rest }) => [
      ...rules.map(({ number, rule, count }) => [`${name} ${number}`, ruleText(rule), String(count)]),
      [name, 'no rule fits: dropped', String(rest)],
    ])
  }

  comesIn(port: string, packet: Packet): Packet | null {
    return this.#passes(port, packet, this.#ingress.get(port), this.#in, this.#out)
  }

  goesOut(port: string, packet: Packet): Packet | null {
    return this.#passes(port, packet, this.#egress.get(port), this.#out, this.#in)
  }

  #passes(
    port: string,
    packet: Packet,
    name: string | undefined,
    same: Map<string, number>,
    other: Map<string, number>,
  ): Packet | null {
    const flow = flowOf(packet)
    const isAnswer = (other.get(`${port} ${flowKey(answered(packet))}`) ?? 0) > this.stack.link.now
    if (name !== undefined && !this.#decided(port, packet, name, flow, isAnswer)) return null
    same.set(`${port} ${flowKey(flow)}`, this.stack.link.now + ANSWERED_US)
    return packet
  }

  #decided(port: string, packet: Packet, name: string, flow: Flow, isAnswer: boolean): boolean {
    const { link } = this.stack
    const filter = this.#filters.get(name)
    const counted = filter?.rules.find(({ rule }) => (rule.answers ? isAnswer : fitsRule(rule, flow)))
    if (!counted) {
      if (filter) filter.rest += 1
      const why = filter ? 'has no rule that fits' : 'has no rules'
      link.note(port, () => `filter ${name} ${why} ${flowText(flow)}: dropped`)
      return false
    }
    counted.count += 1
    const { number, rule } = counted
    const says = `filter ${name}, rule ${number} (${ruleText(rule)})`
    if (rule.logs) {
      const accepts = rule.action === 'accept'
      const done = accepts ? 'let through' : 'dropped'
      this.stack.log(accepts ? 'info' : 'notice', 'filter', `${name} ${number}, ${port}: ${flowText(flow)}: ${done}`)
    }
    if (rule.action === 'accept') {
      link.note(port, () => `${says} lets it through`)
      return true
    }
    const told = rule.action === 'reject' ? `, and ${addressText(packet.from)} is told: forbidden` : ''
    link.note(port, () => `${says} fits ${flowText(flow)}: dropped${told}`)
    if (rule.action === 'reject') this.stack.tell(packet, 'forbidden')
    return false
  }
}

const NAMES = new Map<number, string>(Object.entries(PROTOCOLS).map(([name, number]) => [number, name]))

function flowText({ protocol, from, to, toPort }: Flow): string {
  const port = protocol !== PROTOCOLS.icmp && toPort !== null ? ` port ${toPort}` : ''
  return `${NAMES.get(protocol) ?? protocol} from ${addressText(from)} to ${addressText(to)}${port}`
}
