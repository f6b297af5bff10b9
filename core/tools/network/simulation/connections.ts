import { addressText } from '../../../ground/addresses/ipv4'
import type { Address } from '../../../ground/addresses/ipv4'
import { PROTOCOLS } from '../frames/ipv4'
import type { Packet } from '../frames/ipv4'
import { FLAGS, readSegment, writeSegment } from '../frames/tcp'
import type { Segment } from '../frames/tcp'
import type { Stack } from './stack'

/** So often it is asked for a connection, and after so long again. */
const TRIES = 3
const AGAIN_US = 1_000_000
const NOTHING = new Uint8Array()

/** What came of asking for a connection. */
export type Outcome = { opened: true; said: Uint8Array } | { opened: false; refused: boolean }

interface Connection {
  peer: Address
  peerPort: number
  own: Address
  ownPort: number
  /** What is sent next, and what is expected next. */
  sends: number
  expects: number
  state: 'asked' | 'answered' | 'open' | 'closing' | 'last'
  /** Of who asked: what is said once it is open, and who hears what comes back. */
  says: Uint8Array
  done: ((outcome: Outcome) => void) | null
}

const keyOf = (peer: Address, peerPort: number, ownPort: number): string => `${peer} ${peerPort} ${ownPort}`
const has = (flags: number, flag: number): boolean => (flags & flag) !== 0

/**
 * What of a device opens connections and takes them (RFC 9293, in small): three segments to open one, one that asks
 * and one that answers, and both sides close it; a reset where nobody listens.
 */
export class Connections {
  readonly #listening = new Map<number, (said: Uint8Array) => Uint8Array>()
  readonly #open = new Map<string, Connection>()
  #numbers = 0

  constructor(private readonly stack: Stack) {
    stack.receivers.set(PROTOCOLS.tcp, (_, packet) => {
      this.#receive(packet)
    })
  }

  /** Takes connections on a port, and answers what is said on them. */
  listen(port: number, answer: (said: Uint8Array) => Uint8Array): void {
    this.#listening.set(port, answer)
  }

  get ports(): readonly number[] {
    return [...this.#listening.keys()]
  }

  /** Asks for a connection, says something on it, and closes it. False where there is no way to there. */
  connect(
    to: Address,
    ports: { own: number; peer: number },
    says: Uint8Array,
    done: (outcome: Outcome) => void,
  ): boolean {
    const own = this.stack.sourceFor(to)
    if (own === null) {
      if (!this.stack.way(to)) this.stack.link.note(null, () => `has no route to ${addressText(to)}: not sent`)
      return false
    }
    const connection = this.#opened({ peer: to, peerPort: ports.peer, own, ownPort: ports.own, says, done })
    this.#ask(connection, 1)
    return true
  }

  #opened(one: Omit<Connection, 'sends' | 'expects' | 'state'>): Connection {
    this.#numbers += 1
    const connection: Connection = { ...one, sends: this.#numbers * 100_000, expects: 0, state: 'asked' }
    this.#open.set(keyOf(one.peer, one.peerPort, one.ownPort), connection)
    return connection
  }

  #ask(connection: Connection, tries: number): void {
    if (connection.state !== 'asked') return
    if (tries > TRIES) {
      this.#close(connection)
      connection.done?.({ opened: false, refused: false })
      return
    }
    this.#send(connection, FLAGS.synchronise)
    this.stack.link.after(AGAIN_US, () => {
      if (this.#open.get(keyOf(connection.peer, connection.peerPort, connection.ownPort)) === connection)
        this.#ask(connection, tries + 1)
    })
  }

  #send(connection: Connection, flags: number, data: Uint8Array = NOTHING): void {
    const { own, ownPort, peer, peerPort, sends, expects } = connection
    this.#put(own, peer, {
      fromPort: ownPort,
      toPort: peerPort,
      sequence: sends,
      acknowledgement: has(flags, FLAGS.acknowledge) ? expects : 0,
      flags,
      data,
    })
  }

  #put(own: Address, peer: Address, segment: Segment): void {
    this.stack.send(this.stack.made(peer, PROTOCOLS.tcp, writeSegment(segment, own, peer), own))
  }

  #close({ peer, peerPort, ownPort }: Connection): void {
    this.#open.delete(keyOf(peer, peerPort, ownPort))
  }

  #receive({ from, to, payload }: Packet): void {
    const segment = readSegment(payload, from, to)
    if (!segment) return
    const connection = this.#open.get(keyOf(from, segment.fromPort, segment.toPort))
    if (connection) this.#goOn(connection, segment)
    else if (!has(segment.flags, FLAGS.reset)) this.#begin(from, to, segment)
  }

  /** Somebody asks who isn’t known: where nobody listens they are told. */
  #begin(from: Address, to: Address, segment: Segment): void {
    const { link } = this.stack
    const asks = segment.flags === FLAGS.synchronise
    if (asks && this.#listening.has(segment.toPort)) {
      link.note(null, () => `is asked by ${addressText(from)} for TCP port ${segment.toPort}, and takes the connection`)
      const connection = this.#opened({
        peer: from,
        peerPort: segment.fromPort,
        own: to,
        ownPort: segment.toPort,
        says: NOTHING,
        done: null,
      })
      connection.expects = segment.sequence + 1
      connection.state = 'answered'
      this.#send(connection, FLAGS.synchronise + FLAGS.acknowledge)
      connection.sends += 1
      return
    }
    link.note(null, () => `nothing listens on TCP port ${segment.toPort}: refuses ${addressText(from)}`)
    this.#put(to, from, {
      fromPort: segment.toPort,
      toPort: segment.fromPort,
      sequence: has(segment.flags, FLAGS.acknowledge) ? segment.acknowledgement : 0,
      acknowledgement: segment.sequence + segment.data.length + (asks ? 1 : 0),
      flags: FLAGS.reset + FLAGS.acknowledge,
      data: NOTHING,
    })
  }

  #goOn(connection: Connection, { flags, sequence, data }: Segment): void {
    if (has(flags, FLAGS.reset)) {
      this.#close(connection)
      connection.done?.({ opened: false, refused: true })
      return
    }
    if (connection.state === 'asked') {
      if (!has(flags, FLAGS.synchronise) || !has(flags, FLAGS.acknowledge)) return
      connection.state = 'open'
      connection.sends += 1
      connection.expects = sequence + 1
      this.#send(connection, FLAGS.acknowledge)
      if (connection.says.length > 0) this.#say(connection, connection.says)
      else this.#heard(connection, NOTHING)
      return
    }
    if (sequence !== connection.expects) return
    if (connection.state === 'last') {
      this.#close(connection)
      return
    }
    connection.state = connection.state === 'answered' ? 'open' : connection.state
    connection.expects += data.length
    if (data.length > 0) this.#hear(connection, data)
    if (has(flags, FLAGS.finish)) this.#finish(connection)
  }

  #say(connection: Connection, data: Uint8Array): void {
    this.#send(connection, FLAGS.push + FLAGS.acknowledge, data)
    connection.sends += data.length
  }

  #hear(connection: Connection, data: Uint8Array): void {
    const answer = connection.done ? null : this.#listening.get(connection.ownPort)
    if (answer) {
      this.#say(connection, answer(data))
      return
    }
    this.#heard(connection, data)
  }

  /** Who asked has its answer, and closes. */
  #heard(connection: Connection, said: Uint8Array): void {
    connection.state = 'closing'
    this.#send(connection, FLAGS.finish + FLAGS.acknowledge)
    connection.sends += 1
    connection.done?.({ opened: true, said })
  }

  /** The other side closes: who closed first says that it heard so, the other closes too and waits for that. */
  #finish(connection: Connection): void {
    connection.expects += 1
    if (connection.state === 'closing') {
      this.#send(connection, FLAGS.acknowledge)
      this.#close(connection)
      return
    }
    this.#send(connection, FLAGS.finish + FLAGS.acknowledge)
    connection.sends += 1
    connection.state = 'last'
  }
}
