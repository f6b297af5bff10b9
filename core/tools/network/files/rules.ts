import { prefixText } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { readRule, ruleText } from '../settings/rules'
import type { Rule } from '../settings/rules'
import { PROTOCOLS } from '../frames/ipv4'
import { FileRefusal, objectAt, onlyHas, textAt } from './tree'
import type { Json, JsonObject } from './tree'

const ACTION = 'ietf-access-control-list:'
const ANSWERS = 'anvil-network:answers'
const LOGS = 'ietf-access-control-list:log-syslog'
const LOG_NOT = 'ietf-access-control-list:log-none'

/** A rule as an entry of an access list (RFC 8519, 4.1). */
export function entryOf(number: string, text: string): JsonObject {
  const { action, answers, protocol, from, to, ports, logs } = sure(readRule(text))
  const ipv4: JsonObject = {
    ...(protocol === 'any' ? {} : { protocol: PROTOCOLS[protocol] }),
    ...(from.bits > 0 ? { 'source-ipv4-network': prefixText(from) } : {}),
    ...(to.bits > 0 ? { 'destination-ipv4-network': prefixText(to) } : {}),
  }
  const port: JsonObject = ports
    ? { 'destination-port': ports.first === ports.last ? { operator: 'eq', port: ports.first } : portRange(ports) }
    : {}
  const matches: JsonObject = {
    ...(Object.keys(ipv4).length > 0 ? { ipv4 } : {}),
    ...(ports && protocol !== 'any' ? { [protocol]: port } : {}),
    ...(answers ? { [ANSWERS]: true } : {}),
  }
  return { name: number, matches, actions: { forwarding: `${ACTION}${action}`, ...(logs ? { logging: LOGS } : {}) } }
}

const portRange = ({ first, last }: NonNullable<Rule['ports']>): JsonObject => ({
  'lower-port': first,
  'upper-port': last,
})

/** An entry of an access list as a rule’s number and text. Throws a FileRefusal. */
export function ruleIn(entry: Json, path: string): { number: string; text: string } {
  const read = objectAt(entry, path)
  onlyHas(read, ['name', 'matches', 'actions'], path)
  const matches = objectAt(read.matches ?? {}, `${path}/matches`)
  onlyHas(matches, ['ipv4', 'tcp', 'udp', ANSWERS], `${path}/matches`)
  const actions = objectAt(read.actions, `${path}/actions`)
  onlyHas(actions, ['forwarding', 'logging'], `${path}/actions`)
  const verb = textAt(actions.forwarding, `${path}/actions/forwarding`).replace(ACTION, '')
  const what = matches[ANSWERS] === true ? 'answers' : matchText(matches, `${path}/matches`)
  const { logging } = actions
  if (logging !== undefined && logging !== LOGS && logging !== LOG_NOT)
    throw new FileRefusal(`${path}/actions/logging`, `expected ${LOGS} or ${LOG_NOT}.`)
  const text = `${verb} ${what}${logging === LOGS ? ' log' : ''}`
  const rule = readRule(text)
  if (!rule) throw new FileRefusal(path, `“${text}” makes no rule.`)
  return { number: textAt(read.name, `${path}/name`), text: ruleText(rule) }
}

function matchText(matches: JsonObject, path: string): string {
  const ipv4 = objectAt(matches.ipv4 ?? {}, `${path}/ipv4`)
  onlyHas(ipv4, ['protocol', 'source-ipv4-network', 'destination-ipv4-network'], `${path}/ipv4`)
  const number = ipv4.protocol
  const byNumber = (['icmp', 'tcp', 'udp'] as const).find(name => PROTOCOLS[name] === number)
  if (number !== undefined && !byNumber) throw new FileRefusal(`${path}/ipv4/protocol`, 'expected 1, 6 or 17.')
  const transport = (['tcp', 'udp'] as const).find(name => matches[name] !== undefined)
  const ports = transport ? portText(matches[transport] ?? null, `${path}/${transport}`) : ''
  const part = (word: string, value: Json | undefined): string =>
    value === undefined ? '' : ` ${word} ${textAt(value, path)}`
  const from = part('from', ipv4['source-ipv4-network'])
  const to = part('to', ipv4['destination-ipv4-network'])
  return `${transport ?? byNumber ?? 'any'}${from}${to}${ports}`
}

function portText(value: Json, path: string): string {
  const port = objectAt(value, path)['destination-port']
  if (port === undefined) return ''
  const read = objectAt(port, `${path}/destination-port`)
  onlyHas(read, ['operator', 'port', 'lower-port', 'upper-port'], `${path}/destination-port`)
  if (read.port !== undefined) return ` port ${textAt(read.port, path)}`
  return ` port ${textAt(read['lower-port'], path)}-${textAt(read['upper-port'], path)}`
}
