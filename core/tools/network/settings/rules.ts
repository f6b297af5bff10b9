import {
  addressText,
  isIn,
  prefixText,
  readAddress,
  readInterfaceAddress,
  networkOf,
} from '../../../ground/addresses/ipv4'
import type { Address, Prefix } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { PROTOCOLS } from '../frames/ipv4'
import { isPort } from './numbers'

const ACTIONS = ['accept', 'drop', 'reject'] as const
const WHAT = ['any', 'icmp', 'tcp', 'udp'] as const

/** A rule of a packet filter, in the parts of RFC 8519 that it needs. */
export interface Rule {
  action: (typeof ACTIONS)[number]
  /** Whether it is for packets that answer what went the other way, and for nothing else. */
  answers: boolean
  protocol: (typeof WHAT)[number]
  from: Prefix
  to: Prefix
  /** The ports to which a packet goes; null for all. */
  ports: { first: number; last: number } | null
  /** Whether it is said to the log that it fitted. */
  logs: boolean
}

export const EXPECTED_RULE =
  'a rule such as “accept tcp from 10.44.20.0/24 to 10.44.10.20 port 5432”, “drop any log” or “accept answers”'

const ANY: Prefix = { network: 0, bits: 0 }

function readSpan(text: string | undefined): Prefix | null {
  if (text === undefined) return null
  if (text === 'any') return ANY
  const address = readAddress(text)
  if (address !== null) return { network: address, bits: 32 }
  const read = readInterfaceAddress(text)
  return read && networkOf(read.address, read.bits) === read.address ? { network: read.address, bits: read.bits } : null
}

function readPorts(text: string | undefined): Rule['ports'] {
  const numbers = (text ?? '').split('-')
  if (numbers.length > 2 || !numbers.every(isPort)) return null
  const [first = 0, last = first] = numbers.map(Number)
  return last < first ? null : { first, last }
}

/** Reads a rule as it is written: accept tcp from 10.44.20.0/24 to 10.44.10.20 port 5432. Null for anything else. */
export function readRule(text: string): Rule | null {
  const words = text.trim().toLowerCase().split(/\s+/)
  const logs = words.at(-1) === 'log'
  if (logs) words.pop()
  const action = ACTIONS.find(one => one === words[0])
  if (!action) return null
  const rule: Rule = { action, answers: false, protocol: 'any', from: ANY, to: ANY, ports: null, logs }
  if (words[1] === 'answers') return words.length === 2 ? { ...rule, answers: true } : null
  const protocol = WHAT.find(one => one === words[1])
  if (!protocol) return null
  rule.protocol = protocol
  const said = new Set<string>()
  for (let at = 2; at < words.length; at += 2) {
    const [word, value] = [sure(words[at]), words[at + 1]]
    const span = readSpan(value)
    const ports = readPorts(value)
    if (said.has(word)) return null
    said.add(word)
    if (word === 'from' && span) rule.from = span
    else if (word === 'to' && span) rule.to = span
    else if (word === 'port' && ports && (protocol === 'tcp' || protocol === 'udp')) rule.ports = ports
    else return null
  }
  return rule
}

function spanText(prefix: Prefix): string {
  if (prefix.bits === 0) return 'any'
  return prefix.bits === 32 ? addressText(prefix.network) : prefixText(prefix)
}

/** A rule in one form, whatever way it was written. */
export function ruleText({ action, answers, protocol, from, to, ports, logs }: Rule): string {
  const end = logs ? ' log' : ''
  if (answers) return `${action} answers${end}`
  const port = ports ? ` port ${ports.first}${ports.last > ports.first ? `-${ports.last}` : ''}` : ''
  return `${action} ${protocol} from ${spanText(from)} to ${spanText(to)}${port}${end}`
}

/** What of a packet rules look at. `toPort`: null for what has none. */
export interface Flow {
  protocol: number
  from: Address
  to: Address
  fromPort: number | null
  toPort: number | null
}

/** Whether a rule that isn’t for answers fits a packet. */
export function fitsRule(rule: Rule, { protocol, from, to, toPort }: Flow): boolean {
  if (rule.protocol !== 'any' && PROTOCOLS[rule.protocol] !== protocol) return false
  if (!isIn(from, rule.from) || !isIn(to, rule.to)) return false
  return !rule.ports || (toPort !== null && toPort >= rule.ports.first && toPort <= rule.ports.last)
}
