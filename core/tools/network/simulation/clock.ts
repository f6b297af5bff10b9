import { addressText, readAddress } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'
import { sure } from '../../../ground/sure'
import { delayOf, MOST_STRATUM, offsetOf, readTime, TIME_PORT, timeQuestion, writeTime } from '../frames/ntp'
import type { TimePacket } from '../frames/ntp'
import { clockText } from '../frames/syslog'
import type { Settings } from '../settings/paths'
import { told } from '../settings/told'
import type { Device } from '../site'
import type { Datagrams, Received } from './datagrams'
import { SECOND_US } from './node'
import type { Stack } from './stack'

/** What time it is where the network starts: a Monday morning. */
const START_US = Date.UTC(2026, 3, 13, 8) * 1000
/** The port from which is asked: one for passing use (RFC 9109). */
const OWN_PORT = 49_123
const FIRST_US = SECOND_US
/** Two answers are enough: the first may have waited for somebody to be found. */
const ENOUGH = 2
const AGAIN_US = 4 * SECOND_US
/** The name of a clock that one has oneself, in place of an address (RFC 5905, 7.3). */
const LOCAL = 0x4c_4f_43_4c

/** Of a device the clock: it counts from 1970 until it is set by who knows the time (RFC 5905). */
export class Clock {
  readonly #server: Address | null
  #offset: number | null = null
  #stratum = 0
  #reference = 0
  /** When it was last set, by itself. */
  #set: number | null = null
  /** What was sent last and isn’t answered yet, by the device’s own clock. */
  #asked: number | null = null
  /** How many answers it has taken, and how long the best was on its way. */
  #answers = 0
  #delay = Infinity
  /** Why the last answer wasn’t taken. */
  #why = 'no answer'

  constructor(
    device: Device,
    settings: Settings,
    private readonly stack: Stack,
    private readonly datagrams: Datagrams,
  ) {
    this.#server = readAddress(told(device, settings, 'system/ntp/server')[0]?.value ?? '')
    const own = told(device, settings, 'ntp/refclock-master/master-stratum')[0]?.value
    if (own !== undefined) this.#know(START_US, Number(own), LOCAL)
  }

  /** Whether it asks others. */
  get isUsed(): boolean {
    return this.#server !== null
  }

  /** Microseconds since the beginning of 1970; null while nobody has told it the time. */
  get time(): number | null {
    return this.#offset === null ? null : this.#own
  }

  /** What it shows, whether that is right or not. */
  get #own(): number {
    return this.stack.link.now + (this.#offset ?? 0)
  }

  #know(offset: number, stratum: number, reference: number): void {
    this.#offset = offset
    this.#stratum = stratum
    this.#reference = reference
    this.#set = this.#own
  }

  get table(): string[][] {
    const { time } = this
    if (time !== null) {
      const from = this.#reference === LOCAL ? 'a clock of its own' : addressText(this.#reference)
      return [[`${clockText(time)} UTC`, `from ${from}`, `stratum ${this.#stratum}`]]
    }
    return this.#server === null ? [] : [['not known', `asks ${addressText(this.#server)}: ${this.#why}`]]
  }

  /** Asks until it knows, or until a moment. */
  start(until: number): void {
    if (this.#server === null) return
    this.datagrams.open(OWN_PORT, received => {
      this.#take(received)
    })
    this.#askAt(FIRST_US, until)
  }

  #askAt(after: number, until: number): void {
    this.stack.link.after(after, () => {
      if (this.#answers === ENOUGH) return
      this.#asked = this.#own
      this.datagrams.send(sure(this.#server), OWN_PORT, TIME_PORT, timeQuestion(this.#asked))
      if (this.stack.link.now + AGAIN_US < until) this.#askAt(AGAIN_US, until)
    })
  }

  #take({ port, from, fromPort, data }: Received): void {
    const answer = readTime(data)
    // What answers no question of its own, or comes from somebody else, sets no clock (RFC 5905, 8).
    if (!answer || answer.mode !== 'server' || fromPort !== TIME_PORT || from !== this.#server) return
    if (this.#asked === null || answer.asked !== this.#asked || answer.came === null) return
    this.#asked = null
    if (!answer.known || answer.stratum < 1 || answer.stratum >= MOST_STRATUM) {
      this.#why = 'it doesn’t know the time itself'
      this.stack.link.note(port, () => `hears from ${addressText(from)} that it doesn’t know the time itself`)
      return
    }
    const times = [answer.asked, answer.came, answer.sent, this.#own] as const
    this.#answers += 1
    // What was longer on its way, as when somebody had to be looked for first, is less exact (RFC 5905, 10).
    if (delayOf(...times) > this.#delay) return
    this.#delay = delayOf(...times)
    const behind = offsetOf(...times)
    this.#know((this.#offset ?? 0) + behind, answer.stratum + 1, from)
    this.stack.link.note(port, () => `takes the time from ${addressText(from)}`)
    if (this.#answers === 1) this.onSet?.()
  }

  /** Called when somebody has told it the time. */
  onSet: (() => void) | null = null

  /** What it tells others, where a port for that is open. */
  answerTo(said: Uint8Array): Uint8Array {
    const question = readTime(said)
    const known = this.time !== null
    const told: TimePacket = {
      mode: 'server',
      known,
      stratum: this.#stratum,
      reference: this.#reference,
      set: this.#set,
      asked: question?.sent ?? null,
      came: this.#own,
      sent: this.#own,
    }
    return writeTime(told)
  }
}
