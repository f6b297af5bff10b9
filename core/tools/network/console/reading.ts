import { readAddress } from '../addresses'
import type { NetworkOp } from '../ops'
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
  ping: { takes: '<address>', about: 'asks an address for an answer' },
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
        : { kind: 'op', op: { type: 'drop', ...on, path: first!.text } }
    }
    case 'view':
      return more[0] ? misread(more[0].at, 'nothing more') : { kind: 'view', path: first?.text ?? '' }
    case 'ping': {
      if (!first || readAddress(first.text) === null) return misread(first?.at ?? end, 'an address such as 10.44.10.20')
      if (more[0]) return misread(more[0].at, 'nothing more')
      return { kind: 'op', op: { type: 'ask', ask: { what: 'ping', ...on, to: first.text } } }
    }
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

/** Why a word is no path of a device; null where it is one. */
function pathAt(device: Device, word: Word): Misread | null {
  const found = matchPath(device, word.text)
  return found.ok ? null : misread(word.at + found.at, found.expected.slice(0, 8).join(', '))
}

function put(device: Device, path: Word | undefined, value: Word[], line: string, end: number): Line | Misread {
  const wrong = path ? pathAt(device, path) : misread(end, 'a path')
  if (wrong) return wrong
  const found = matchPath(device, path!.text)
  const [begin] = value
  const text = begin ? line.slice(begin.at).trim() : ''
  const read = found.ok ? found.kind.read(text) : null
  if (!begin || !read?.ok) return misread(begin?.at ?? end, read && !read.ok ? read.expected : 'a value')
  return { kind: 'op', op: { type: 'put', device: device.name, path: path!.text, value: read.value } }
}
