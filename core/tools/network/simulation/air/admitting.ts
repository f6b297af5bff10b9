import { addressText, hardwareText, readAddress } from '../../../../ground/addresses/ipv4'
import { md5 } from '@noble/hashes/legacy.js'
import { sure } from '../../../../ground/sure'
import { DIRECTORY_PORT, readVerdict, writeRequest } from '../../frames/radius'
import type { AccessRequest } from '../../frames/radius'
import type { Machine } from '../machine'
import { SECOND_US } from '../node'
import type { Joined } from './joining'

/** After so long it is asked again, and so often. */
const AGAIN_US = 3 * SECOND_US
const TRIES = 4
/** An access point asks from here on, for each station from a port of its own. */
const FIRST_PORT = 50_000
const WAITING = 'waits for the directory'

/**
 * Asks the directory whether a station may come in, as the access point that it joins. The conversation between
 * station and access point (IEEE 802.1X) isn’t sent: name and password stand in the request (RFC 2865, 5.2).
 */
export class Admission {
  /** Why the station isn’t in yet, in words; empty once it is. */
  why = WAITING

  constructor(
    readonly joining: Joined,
    private readonly point: Machine,
    private readonly number: number,
    private readonly station: number,
    private readonly admitted: () => void,
  ) {}

  /** When the last answer can have come. */
  static readonly SETTLED_US = AGAIN_US * (TRIES + 1)

  start(): void {
    this.#ask(1)
  }

  #ask(tries: number): void {
    if (this.why === '') return
    const { wanted, joined } = this.joining
    const { directory, secret, ssid } = joined.offered
    const goal = sure(readAddress(directory))
    const { stack, equipment, link, device } = this.point
    const note = (words: string): void => {
      link.note(joined.from.port, () => words)
    }
    if (tries > TRIES) {
      if (this.why === WAITING) this.why = `isn’t let in: the directory ${directory} doesn’t answer ${device.name}`
      note(`asked ${directory} about ${wanted.user}, and nobody answered`)
      return
    }
    const from = stack.sourceFor(goal)
    if (from === null) this.why = `isn’t let in: ${device.name} has no way to the directory ${directory}`
    else {
      const identifier = (this.number * 16 + tries) % 256
      const own = { identifier, authenticator: unforeseen(`${device.name} ${this.number} ${tries} ${link.now}`) }
      const point = hardwareText(link.hardware(joined.from.port))
      this.#send(
        { ...own, from, asked: `${dashed(point)}:${ssid}`, asking: dashed(hardwareText(this.station)) },
        secret,
      )
      note(`asks ${addressText(goal)} whether ${wanted.user} may join ${ssid}`)
    }
    const port = FIRST_PORT + this.number
    link.after(AGAIN_US, () => {
      if (!equipment.datagrams.isOpen(port) && from !== null) return
      this.#ask(tries + 1)
    })
  }

  #send(request: Omit<AccessRequest, 'user' | 'password'>, secret: string): void {
    const { user, password } = this.joining.wanted
    const goal = sure(readAddress(this.joining.joined.offered.directory))
    const port = FIRST_PORT + this.number
    const { datagrams } = this.point.equipment
    datagrams.open(port, ({ from, data }) => {
      const verdict = from === goal ? readVerdict(data, request, secret) : null
      if (verdict === null) return
      datagrams.close(port)
      if (verdict === 'reject') {
        this.why = `isn’t let in: the directory refuses ${user}`
        return
      }
      this.why = ''
      this.admitted()
    })
    datagrams.send(goal, port, DIRECTORY_PORT, writeRequest({ ...request, user, password }, secret))
  }
}

/** 16 bytes for one request; the same ones whenever the same network runs. */
const unforeseen = (seed: string): Uint8Array => md5(new TextEncoder().encode(seed))
/** Hardware addresses as RFC 3580 writes them. */
const dashed = (hardware: string): string => hardware.replaceAll(':', '-').toUpperCase()
