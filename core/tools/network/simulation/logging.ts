import { addressText, readAddress } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { clockText, FACILITIES, isAsBad, LOG_PORT, readLog, writeLog } from '../frames/syslog'
import type { LogMessage, Severity } from '../frames/syslog'
import type { Settings } from '../settings/paths'
import { told } from '../settings/told'
import type { Device } from '../site'
import type { Clock } from './clock'
import type { Datagrams, Received } from './datagrams'
import { SECOND_US } from './node'
import type { Stack } from './stack'

/** So much is kept; the oldest goes first. */
const MOST_KEPT = 200
/** So much is said in a second: two devices that log each other’s logs would never come to an end. */
const MOST_A_SECOND = 10

/** Says that something happened: how bad it is, what part of the device says it, and the words. */
export type Say = (severity: Severity, part: string, words: string) => void

/** A message as a line of a table. */
const rowOf = ({ time, host, severity, part, words }: LogMessage): string[] => [
  time === null ? 'no time' : clockText(time),
  ...(host === '' ? [] : [host]),
  severity,
  `${part}: ${words}`,
]

/** What a device has to say about itself, and to whom it says it. */
export class Logging {
  readonly #server: Address | null
  readonly #least: Severity
  #kept: readonly LogMessage[] = []
  /** What is said before others can be reached waits. */
  #waiting: LogMessage[] | null = []
  #second = 0
  #inSecond = 0
  #isSending = false

  constructor(
    private readonly device: Device,
    settings: Settings,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
    private readonly clock: Clock,
  ) {
    this.#server = readAddress(told(device, settings, 'system/log/server')[0]?.value ?? '')
    this.#least = (told(device, settings, 'system/log/severity')[0]?.value ?? 'info') as Severity
  }

  /** Whether it says anything to others. */
  get isUsed(): boolean {
    return this.#server !== null
  }

  get kept(): readonly LogMessage[] {
    return this.#kept
  }

  get table(): string[][] {
    return this.#kept.map(message => rowOf({ ...message, host: '' }))
  }

  /** From a moment on, what it says is sent at once, and what it had to say before that. */
  start(at: number): void {
    this.stack.link.after(at, () => {
      const waiting = this.#waiting ?? []
      this.#waiting = null
      for (const message of waiting) this.#send(message)
    })
  }

  readonly say: Say = (severity, part, words) => {
    // What is on its way to who keeps it isn’t said in turn.
    if (this.#isSending || !this.#hasBreath()) return
    const facility = part === 'access' ? FACILITIES.access : FACILITIES.system
    const message = { facility, severity, time: this.clock.time, host: this.device.name, part, words }
    this.#kept = [...this.#kept, message].slice(-MOST_KEPT)
    if (this.#server === null || !isAsBad(severity, this.#least)) return
    if (this.#waiting) this.#waiting.push(message)
    else this.#send(message)
  }

  #hasBreath(): boolean {
    const second = Math.floor(this.stack.link.now / SECOND_US)
    if (second !== this.#second) [this.#second, this.#inSecond] = [second, 0]
    this.#inSecond += 1
    return this.#inSecond <= MOST_A_SECOND
  }

  #send(message: LogMessage): void {
    this.#isSending = true
    this.datagrams.send(sure(this.#server), LOG_PORT, LOG_PORT, writeLog(message))
    this.#isSending = false
  }
}

/** Keeps what others say. */
export class LogKeeper {
  #kept: readonly LogMessage[] = []

  constructor(private readonly stack: Stack) {}

  get kept(): readonly LogMessage[] {
    return this.#kept
  }

  get table(): string[][] {
    return this.#kept.map(rowOf)
  }

  take({ port, from, data }: Received): void {
    const message = readLog(data)
    if (!message) {
      this.stack.link.note(port, () => `can’t read what ${addressText(from)} says: dropped`)
      return
    }
    this.stack.link.note(port, () => `keeps what ${message.host || addressText(from)} says`)
    this.#kept = [...this.#kept, message].slice(-MOST_KEPT)
  }
}
