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
  /** Says what was decided, where somebody listens. */
  note(device: string, port: string | null, words: () => string): void
}

/** A device as it runs. */
export interface Node {
  receive(port: string, frame: Uint8Array): void
}
