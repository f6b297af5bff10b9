import { readAddress } from '../../../ground/addresses/ipv4'
import { readAddress6 } from '../../../ground/addresses/ipv6'
import { sure } from '../../../ground/sure'
import type { Ask } from '../state'
import type { NetworkOp } from '../ops'
import { RECORD_KINDS } from '../frames/dns'
import { TRANSPORTS } from '../frames/ipv4'
import { isName } from '../names'
import { USER } from '../settings/kinds/users'
import { isPort, wholeNumber } from '../settings/numbers'
import { matchPath } from '../settings/paths'
import type { Device } from '../site'

/** What can be typed at a device: a verb, and what it takes. */
export const verbs = {
  put: { takes: '<path> <value>', about: 'sets something; it is pending until it is applied' },
  drop: { takes: '<path>', about: 'takes a setting away; pending until it is applied' },
  view: { takes: '[path]', about: 'shows what is in force, all of it or what begins so' },
  pending: { takes: '', about: 'shows what would change' },
  apply: { takes: '', about: 'puts what is pending into force' },
  forget: { takes: '', about: 'takes back what is pending' },
  undo: { takes: '', about: 'goes back to what was in force before the last change' },
  ping: { takes: '<address or name> [bytes] [times]', about: 'asks an address for an answer' },
  trace: { takes: '<address or name>', about: 'finds who is on the way to an address' },
  connect: { takes: '<address or name> [tcp|udp] <port>', about: 'tries whether a port answers' },
  login: { takes: '<address or name> <user> [password]', about: 'tries to log in at a device, by key or by password' },
  lookup: { takes: '<name or address> [a|aaaa|cname|ptr|mx]', about: 'asks the name server for a name' },
  help: { takes: '[verb]', about: 'says what can be typed' },
} as const
export type Verb = keyof typeof verbs

/** A line that makes sense: an operation, or something that is shown. */
export type Line =
  | { kind: 'op'; op: NetworkOp }
  | { kind: 'view'; path: string }
  | { kind: 'pending' }
  | { kind: 'help'; verb: Verb | null }
  | { kind: 'empty' }

/** A line that doesn’t: from which character on, and what could stand there. */
export interface Misread {
  kind: 'misread'
  at: number
  expected: string
}

interface Word {
  text: string
  at: number
}

const wordsOf = (line: string): Word[] => [...line.matchAll(/\S+/g)].map(({ 0: text, index }) => ({ text, at: index }))

const misread = (at: number, expected: string): Misread => ({ kind: 'misread', at, expected })
const isVerb = (text: string): text is Verb => Object.hasOwn(verbs, text)

/** Reads a line that was typed at a device. */
export function readLine(device: Device, line: string): Line | Misread {
  const [verb, ...rest] = wordsOf(line)
  if (!verb) return { kind: 'empty' }
  if (!isVerb(verb.text)) return misread(verb.at, `a verb: ${Object.keys(verbs).join(', ')}`)
  const end = line.trimEnd().length + 1
  const [first, ...more] = rest
  const on = { device: device.name }
  switch (verb.text) {
    case 'put':
      return put(device, first, more, line, end)
    case 'drop': {
      const path = first ? pathAt(device, first) : misread(end, 'a path')
      if (path) return path
      return more[0]
        ? misread(more[0].at, 'nothing more')
        : { kind: 'op', op: { type: 'drop', ...on, path: sure(first).text } }
    }
    case 'view':
      return more[0] ? misread(more[0].at, 'nothing more') : { kind: 'view', path: first?.text ?? '' }
    case 'ping':
    case 'trace':
    case 'connect':
    case 'login':
    case 'lookup':
      return asking(device, verb.text, rest, end)
    case 'help': {
      if (!first) return { kind: 'help', verb: null }
      return isVerb(first.text) ? { kind: 'help', verb: first.text } : misread(first.at, 'a verb')
    }
    default: {
      if (first) return misread(first.at, 'nothing more')
      return verb.text === 'pending' ? { kind: 'pending' } : { kind: 'op', op: { type: verb.text, ...on } }
    }
  }
}

const isAddress = (text: string): boolean => readAddress(text) !== null || readAddress6(text) !== null
const isGoal = (text: string): boolean => isAddress(text) || (isName(text.toLowerCase()) && !/^[\d.]+$/.test(text))
const isOften = (text: string): boolean => wholeNumber(text, 1, 100)
const isLength = (text: string): boolean => wholeNumber(text, 0, 9000)

type Asked = (ask: Ask) => Line
interface On {
  device: string
  to: string
}

/** What is tried, where no word follows it that it doesn’t take. */
const nothingMore = (extra: Word | undefined, line: () => Line): Line | Misread =>
  extra ? misread(extra.at, 'nothing more') : line()

function connecting(asked: Asked, on: On, [second, third, fourth]: Word[], end: number): Line | Misread {
  const named = TRANSPORTS.find(one => one === second?.text)
  const [port, extra] = named ? [third, fourth] : [second, third]
  if (!port || !isPort(port.text))
    return misread(port?.at ?? end, named ? 'a port such as 443' : 'tcp, udp or a port such as 443')
  return nothingMore(extra, () => asked({ what: 'connect', ...on, transport: named ?? 'tcp', port: Number(port.text) }))
}

function loggingIn(asked: Asked, on: On, [user, password, extra]: Word[], end: number): Line | Misread {
  if (!user || !USER.test(user.text)) return misread(user?.at ?? end, 'the name of a user such as harbour')
  const how = password ? { password: password.text } : {}
  return nothingMore(extra, () => asked({ what: 'login', ...on, user: user.text, ...how }))
}

function lookingUp(asked: Asked, { device, to }: On, [wanted, extra]: Word[]): Line | Misread {
  const type = RECORD_KINDS.find(one => one === wanted?.text)
  if (wanted && !type) return misread(wanted.at, RECORD_KINDS.join(', '))
  const usual = isAddress(to) ? 'ptr' : 'a'
  return nothingMore(extra, () => asked({ what: 'lookup', device, name: to, type: type ?? usual }))
}

function pinging(asked: Asked, on: On, [length, often, extra]: Word[]): Line | Misread {
  if (!length) return asked({ what: 'ping', ...on })
  if (!isLength(length.text)) return misread(length.at, 'nothing more, or how many bytes, up to 9000')
  const bytes = Number(length.text)
  if (!often) return asked({ what: 'ping', ...on, bytes })
  if (!isOften(often.text)) return misread(often.at, 'nothing more, or how often, up to 100')
  return nothingMore(extra, () => asked({ what: 'ping', ...on, bytes, times: Number(often.text) }))
}

/** What is tried: to where, and what else the verb takes. */
function asking(device: Device, what: Ask['what'], words: Word[], end: number): Line | Misread {
  const [goal, ...rest] = words
  if (!goal || !isGoal(goal.text)) return misread(goal?.at ?? end, 'an address such as 10.44.10.20, or a name')
  const asked: Asked = ask => ({ kind: 'op', op: { type: 'ask', ask } })
  const on = { device: device.name, to: goal.text }
  switch (what) {
    case 'connect':
      return connecting(asked, on, rest, end)
    case 'login':
      return loggingIn(asked, on, rest, end)
    case 'lookup':
      return lookingUp(asked, on, rest)
    case 'ping':
      return pinging(asked, on, rest)
    default:
      return nothingMore(rest[0], () => asked({ what, ...on }))
  }
}

/** Why a word is no path of a device; null where it is one. */
function pathAt(device: Device, word: Word): Misread | null {
  const found = matchPath(device, word.text)
  return found.ok ? null : misread(word.at + found.at, found.expected.slice(0, 8).join(', '))
}

function put(device: Device, path: Word | undefined, value: Word[], line: string, end: number): Line | Misread {
  const wrong = path ? pathAt(device, path) : misread(end, 'a path')
  if (wrong) return wrong
  const found = matchPath(device, sure(path).text)
  const [begin] = value
  const text = begin ? line.slice(begin.at).trim() : ''
  const read = found.ok ? found.kind.read(text) : null
  if (!begin || !read?.ok) return misread(begin?.at ?? end, read && !read.ok ? read.expected : 'a value')
  return { kind: 'op', op: { type: 'put', device: device.name, path: sure(path).text, value: read.value } }
}
