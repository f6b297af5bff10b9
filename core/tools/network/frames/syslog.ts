import { sure } from '../../../ground/sure'

/** Saying what happened to somebody who keeps it (RFC 5424), in datagrams (RFC 5426). */
export const LOG_PORT = 514

/** How bad something is, the worst first: its number is its place (RFC 5424, 6.2.1). */
export const SEVERITIES = ['emergency', 'alert', 'critical', 'error', 'warning', 'notice', 'info', 'debug'] as const
export type Severity = (typeof SEVERITIES)[number]

/** Whether something is as bad as what is asked for, or worse. */
export const isAsBad = (one: Severity, other: Severity): boolean => SEVERITIES.indexOf(one) <= SEVERITIES.indexOf(other)

/** What of a device something is about, by its number: the system itself, or who may come in (RFC 5424, 6.2.1). */
export const FACILITIES = { system: 3, access: 4 } as const

export interface LogMessage {
  facility: number
  severity: Severity
  /** Microseconds since the beginning of 1970; null where whoever said it didn’t know the time. */
  time: number | null
  host: string
  /** The part of the device that says it. */
  part: string
  words: string
}

const NONE = '-'
const VERSION = '1'
/** Its clock is set by others, and it knows in which zone it is (RFC 5424, 7.1). */
const SYNCED = '[timeQuality tzKnown="1" isSynced="1"]'

/** A moment as it stands in a message (RFC 3339), to the microsecond. */
export function momentText(time: number): string {
  const whole = new Date(Math.floor(time / 1000)).toISOString()
  return whole.replace('Z', `${String(time % 1000).padStart(3, '0')}Z`)
}

/** The same for people: to the second, with a space between day and hour. */
export const clockText = (time: number): string => momentText(time).slice(0, 19).replace('T', ' ')

export function writeLog({ facility, severity, time, host, part, words }: LogMessage): Uint8Array {
  const priority = facility * 8 + SEVERITIES.indexOf(severity)
  const [moment, quality] = time === null ? [NONE, NONE] : [momentText(time), SYNCED]
  const head = [`<${priority}>${VERSION}`, moment, host, part, NONE, NONE, quality].join(' ')
  // What isn’t plain letters is announced (RFC 5424, 6.4).
  return new TextEncoder().encode(`${head} \uFEFF${words}`)
}

const HEAD = /^<(0|[1-9]\d{0,2})>1 (-|\S{20,32}) (-|[!-~]{1,255}) (-|[!-~]{1,48}) (?:-|[!-~]{1,128}) (?:-|[!-~]{1,32}) /
const PARTS = /^(?:-|(?:\[[^\]\s="]{1,32}(?: [^\]\s="]{1,32}="(?:[^"\\\]]|\\["\\\]])*")*\])+)(?: |$)/
const MOMENT = /^(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d)(?:\.(\d{1,6}))?(Z|[+-]\d\d:\d\d)$/
const HIGHEST = 191

/** A moment in microseconds since the beginning of 1970; null for what is none. */
function momentOf(text: string): number | null {
  const found = MOMENT.exec(text)
  const whole = found && Date.parse(`${sure(found[1])}${sure(found[3])}`)
  return typeof whole === 'number' && !Number.isNaN(whole)
    ? whole * 1000 + Number((sure(found)[2] ?? '').padEnd(6, '0'))
    : null
}

/** Null for what isn’t as the standard has it. */
export function readLog(bytes: Uint8Array): LogMessage | null {
  const text = new TextDecoder('utf-8', { ignoreBOM: true }).decode(bytes)
  const head = HEAD.exec(text)
  if (!head) return null
  const [whole, priority = '', moment = '', host = '', part = ''] = head
  const rest = text.slice(whole.length)
  const parts = PARTS.exec(rest)
  const time = moment === NONE ? null : momentOf(moment)
  if (!parts || Number(priority) > HIGHEST || (moment !== NONE && time === null)) return null
  return {
    facility: Math.floor(Number(priority) / 8),
    severity: sure(SEVERITIES[Number(priority) % 8]),
    time,
    host: host === NONE ? '' : host,
    part: part === NONE ? '' : part,
    words: rest.slice(parts[0].length).replace(/^\uFEFF/, ''),
  }
}
