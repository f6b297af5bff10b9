import type { Address } from '../../../ground/addresses/ipv4'
import { checksumBetween } from '../bytes/checksum'
import { Reader } from '../bytes/reading'
import { putWord, Writer } from '../bytes/writing'
import { PROTOCOLS } from './ipv4'

/** A user datagram (RFC 768). */
export interface Datagram {
  fromPort: number
  toPort: number
  data: Uint8Array
}

const HEADER = 8
const CHECKSUM = 6

export function writeDatagram({ fromPort, toPort, data }: Datagram, from: Address, to: Address): Uint8Array {
  const length = HEADER + data.length
  const bytes = new Writer(length).word(fromPort).word(toPort).word(length).word(0).put(data).done()
  // A sum of 0 would say that there is none.
  const sum = checksumBetween(from, to, PROTOCOLS.udp, bytes) || 0xffff
  putWord(bytes, CHECKSUM, sum)
  return bytes
}

/** Null for what was damaged on the way. Throws CutShort. */
export function readDatagram(bytes: Uint8Array, from: Address, to: Address): Datagram | null {
  const reader = new Reader(bytes)
  const [fromPort, toPort, length] = [reader.word(), reader.word(), reader.word()]
  if (length < HEADER || length > bytes.length) return null
  const whole = bytes.subarray(0, length)
  if (reader.word() !== 0 && checksumBetween(from, to, PROTOCOLS.udp, whole) !== 0) return null
  return { fromPort, toPort, data: whole.subarray(HEADER) }
}
