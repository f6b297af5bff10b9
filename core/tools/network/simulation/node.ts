import type { HardwareAddress } from '../../../ground/addresses/ipv4'

/** In microseconds, as all times here. */
export const SECOND_US = 1_000_000

/** A decision of a device, with its reason, to be read as a sentence after the device’s name. */
export interface Note {
  /** Microseconds since the network was started. */
  at: number
  device: string
  port: string | null
  words: string
}

/** What a device can do to the network that it is part of. */
export interface Wires {
  readonly now: number
  /** Sends a frame out of a port. Nothing happens where it is down. */
  send(device: string, port: string, frame: Uint8Array): void
  after(microseconds: number, work: () => void): void
  isUp(device: string, port: string): boolean
  /** At how many Mbit/s a port goes; null where that is none. */
  speed(device: string, port: string): number | null
  /** Says what was decided, where somebody listens. */
  note(device: string, port: string | null, words: () => string): void
}

/** What a part of a device can do by its interfaces. */
export interface Link {
  readonly name: string
  readonly now: number
  send(port: string, frame: Uint8Array): void
  after(microseconds: number, work: () => void): void
  isUp(port: string): boolean
  hardware(port: string): HardwareAddress
  note(port: string | null, words: () => string): void
}
